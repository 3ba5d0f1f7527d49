/** The fonts of the page: what of each file is used, what is asked for and not there, and what stands in while they load, made as long and as high. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { useLatest } from "../../kit/useLatest";
import type { AidProps } from "./aid";

const Panel = styled.div`
  h3 { margin: 8px 0 2px; font-size: var(--size-note); color: var(--soft); }
  table { border-collapse: collapse; } th { text-align: start; font-weight: var(--weight-strong); }
  th, td { padding: 2px 12px 2px 0; vertical-align: top; } td.number { text-align: end; font-family: var(--font-number); }
  ul { margin: 0; padding: 0; list-style: none; } code { font: var(--size-note)/1.5 var(--font-number); overflow-wrap: anywhere; }
  summary { cursor: pointer; } details ul { font: var(--size-note)/1.5 var(--font-number); }
  .doubt { color: var(--doubt); }
`;
const percent = (part: number) => `${(part * 100).toFixed(1).replace(/\.0$/, "")}%`;

export function FontsPanel({ siteId, page, width, height, drafts, onAsk, onSource }: AidProps) {
  const [trouble, setTrouble] = useState("");
  const path = { site_id: siteId };
  const { answer, error, isFresh } = useLatest({ page, width, height, drafts }, (body) => ask(client.POST("/api/sites/{site_id}/font-report", { params: { path }, body })));
  const put = (family: string) => {
    setTrouble("");
    onAsk((latest) => ask(client.POST("/api/sites/{site_id}/font-stand-in", { params: { path }, body: { page, width, height, drafts: latest, family } })))
      .catch((failed: unknown) => setTrouble(failed instanceof Error ? failed.message : String(failed)));
  };
  if (!answer) return <p role={error ? "alert" : "status"}>{error ?? "Looking at the words…"}</p>;
  const families = [...new Set(answer.stand_ins.map((one) => one.family))];
  return (
    <Panel>
      {(trouble || (error && isFresh)) && <p role="alert">{trouble || error}</p>}
      {answer.files.length === 0 && <p>The page declares no fonts of its own.</p>}
      {answer.files.length > 0 && (
        <table aria-label="Font files">
          <thead><tr><th>Face</th><th>File</th><th>kB</th><th>Characters used</th><th>Set in it</th></tr></thead>
          <tbody>
            {answer.files.map((one) => (
              <tr key={`${one.file} ${one.line}`}>
                <th scope="row">{one.family} {one.weight}{one.style !== "normal" && `, ${one.style}`}</th>
                <td><LinkButton onPress={() => onSource(one.file, one.line)}>{one.address || "of the machine"}</LinkButton></td>
                <td className="number">{one.length === null ? "" : Math.round(one.length / 1000)}</td>
                <td className="number">{one.used}</td><td className={one.words === 0 ? "doubt" : "number"}>{one.words === 0 ? "nothing here" : one.words.toLocaleString("en-GB")}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {answer.asked.length > 0 && (
        <>
          <h3>Asked for and not there</h3>
          <ul aria-label="Asked for and not there">
            {answer.asked.map((one) => <li key={`${one.family} ${one.weight} ${one.is_italic}`}><span className="doubt">{one.family} {one.weight}{one.is_italic && " italic"}</span>: {one.made}, for {one.name}{one.count > 1 && ` and ${one.count - 1} more`}. <LinkButton onPress={() => onSource(page, one.line)}>{page} line {one.line}</LinkButton></li>)}
          </ul>
        </>
      )}
      {answer.stand_ins.length > 0 && (
        <>
          <h3>While they load</h3>
          <ul aria-label="While they load">
            {answer.stand_ins.map((one) => (
              <li key={`${one.family} ${one.weight}`}>
                <details>
                  <summary>{one.stands} stands in for {one.family} {one.weight}: its words are {Math.abs(one.longer - 1) < 0.0005 ? "as long" : `${percent(Math.abs(one.longer - 1))} ${one.longer > 1 ? "longer" : "shorter"}`}.</summary>
                  <code>{one.rule}</code>
                  <ul>{one.working.map((line) => <li key={line}>{line}</li>)}</ul>
                </details>
              </li>
            ))}
          </ul>
          {families.map((family) => <Button key={family} isDisabled={!isFresh} onPress={() => put(family)}>Give {family} stand-ins as long and as high</Button>)}
        </>
      )}
    </Panel>
  );
}
