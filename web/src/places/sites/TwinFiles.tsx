import { type SubmitEvent, useState } from "react";
import styled from "styled-components";
import { type Twin } from "../../api/client";
import { Button } from "../../kit/Button";

const Groups = styled.form`
  && { grid-column: 1 / -1; border-left: 4px solid var(--doubt); }
  table { width: 100%; max-width: 1000px; table-layout: fixed; border-collapse: collapse; }
  th, td { padding: 3px 12px 3px 0; text-align: left; font-weight: inherit; overflow-wrap: anywhere; vertical-align: baseline; }
  tbody + tbody tr:first-child > * { border-top: 1px solid var(--hairline); padding-top: 8px; }
  tbody tr:last-child > * { padding-bottom: 8px; }
  thead th { color: var(--soft); }
  .bytes { width: 8em; text-align: right; font-variant-numeric: tabular-nums; }
  && .bytes { padding-right: 24px; }
  select { max-width: 100%; }
`;

/** Of files that would be one on many systems, which are kept and under which names: all are, where nobody says otherwise. */
export function TwinFiles({ groups, onSettle, onCancel }: { groups: Twin[][]; onSettle: (choices: Record<number, string>) => void; onCancel: () => void }) {
  const [choices, setChoices] = useState<Record<number, string>>(() => Object.fromEntries(groups.flat().map((twin) => [twin.number, twin.other])));
  const settle = (event: SubmitEvent) => {
    event.preventDefault();
    onSettle(choices);
  };
  return (
    <Groups onSubmit={settle} aria-label="Files that would be one" ref={(form) => form?.scrollIntoView({ block: "nearest" })}>
      <h2>Which of these are kept?</h2>
      <p>On many systems they would be one file: their names differ only in capitals, or in nothing. Nothing was taken in yet.</p>
      <table>
        <thead><tr><th scope="col">File</th><th scope="col" className="bytes">Bytes</th><th scope="col">Kept</th></tr></thead>
        {groups.map((group) => (
          <tbody key={group[0]?.number}>
            {group.map((twin) => (
              <tr key={twin.number}>
                <th scope="row">{twin.path}</th>
                <td className="bytes">{twin.bytes.toLocaleString("en")}</td>
                <td>
                  <select aria-label={`${twin.path}, ${twin.bytes.toLocaleString("en")} bytes`} value={choices[twin.number]} onChange={(event) => setChoices({ ...choices, [twin.number]: event.target.value })}>
                    <option value={twin.other}>as {twin.other}</option>
                    {twin.other !== twin.path && <option value={twin.path}>as {twin.path}</option>}
                    <option value="">not at all</option>
                  </select>
                </td>
              </tr>
            ))}
          </tbody>
        ))}
      </table>
      <div className="row">
        <Button type="submit" data-strong>Take them in so</Button>
        <Button onPress={onCancel}>Take nothing in</Button>
      </div>
    </Groups>
  );
}
