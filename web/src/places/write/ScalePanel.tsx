/** A scale of type sizes, fluid between two widths: exactly the two sizes at the two widths, with the sum, put into the page's sheet. */
import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";
import type { AidProps } from "./aid";

const Panel = styled.div`
  .ask { display: grid; grid-template-columns: max-content repeat(3, max-content); gap: 4px 12px; align-items: center; margin-bottom: 8px; }
  .ask input { width: 62px; padding: 2px 6px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--paper); }
  .ask input.name { width: 92px; }
  table { border-collapse: collapse; } th { text-align: start; font-weight: var(--weight-strong); }
  th, td { padding: 2px 12px 2px 0; vertical-align: top; } td.number { text-align: end; font-family: var(--font-number); }
  code { font: var(--size-note)/1.5 var(--font-number); }
  summary { cursor: pointer; } details ul { margin: 2px 0 4px; padding: 0; list-style: none; font: var(--size-note)/1.5 var(--font-number); }
  .doubt { color: var(--doubt); }
`;
const KEPT = "hillpin.scale";
const USUAL = { low_width: 320, high_width: 1280, low: 16, high: 20, low_ratio: 1.2, high_ratio: 1.25, first: -1, last: 4, name: "step" };
type Wanted = typeof USUAL;

function kept(): Wanted {
  try {
    return { ...USUAL, ...(JSON.parse(sessionStorage.getItem(KEPT) ?? "{}") as Partial<Wanted>) };
  } catch {
    return USUAL;
  }
}

export function ScalePanel({ siteId, page, drafts, onAsk }: AidProps) {
  const [typed, setTyped] = useState<Record<keyof Wanted, string>>(() => Object.fromEntries(Object.entries(kept()).map(([name, value]) => [name, String(value)])) as Record<keyof Wanted, string>);
  const [trouble, setTrouble] = useState("");
  const wanted = { ...Object.fromEntries(Object.entries(typed).map(([name, value]) => [name, Number(value.replace(",", "."))])), name: typed.name.trim() } as Wanted;
  const isWhole = Object.values(wanted).every((value) => value !== "" && !Number.isNaN(value));
  const path = { site_id: siteId };
  const { answer, error, isFresh } = useLatest(isWhole ? { ...wanted, page, drafts } : null, (body) => ask(client.POST("/api/sites/{site_id}/type-scale", { params: { path }, body })));
  const set = (name: keyof Wanted, value: string) => setTyped((known) => ({ ...known, [name]: value }));
  const put = () => {
    setTrouble("");
    sessionStorage.setItem(KEPT, JSON.stringify(wanted));
    // Worked out anew on the texts as they are now: they may have gone on since.
    onAsk(async (latest) => {
      const again = await ask(client.POST("/api/sites/{site_id}/type-scale", { params: { path }, body: { ...wanted, page, drafts: latest } }));
      return { file: again.file, text: again.text, caret: again.text.indexOf(again.steps[0]?.name ?? ""), notes: [] };
    }).catch((failed: unknown) => setTrouble(failed instanceof Error ? failed.message : String(failed)));
  };
  const number = (name: keyof Wanted, label: string) => <input aria-label={label} inputMode="decimal" value={typed[name]} onChange={(event) => set(name, event.target.value)} />;
  return (
    <Panel>
      <div className="ask">
        <span>At the narrow width</span><label>{number("low_width", "Narrow width")} px</label><label>base {number("low", "Base size at the narrow width")} px</label><label>ratio {number("low_ratio", "Ratio at the narrow width")}</label>
        <span>At the wide width</span><label>{number("high_width", "Wide width")} px</label><label>base {number("high", "Base size at the wide width")} px</label><label>ratio {number("high_ratio", "Ratio at the wide width")}</label>
        <span>Steps</span><label>from {number("first", "First step")}</label><label>to {number("last", "Last step")}</label><label>named --<input className="name" aria-label="Name of the steps" value={typed.name} spellCheck={false} onChange={(event) => set("name", event.target.value)} /></label>
      </div>
      {(trouble || (error && isFresh)) && <p role="alert">{trouble || error}</p>}
      {!isWhole && <p role="status">A number is missing.</p>}
      {answer && isWhole && (
        <>
          <table aria-label="Sizes of the scale">
            <thead><tr><th>Name</th><th>at {typed.low_width}</th><th>at {typed.high_width}</th><th>Written</th></tr></thead>
            <tbody>
              {answer.steps.map((one) => (
                <tr key={one.name}>
                  <th scope="row"><code>{one.name}</code></th><td className="number">{px(one.low)}</td><td className="number">{px(one.high)}</td>
                  <td>
                    <details><summary><code>{one.text}</code></summary><ul>{one.working.map((term) => <li key={term}>{term}</li>)}</ul></details>
                    {one.doubt && <div className="doubt">{one.doubt}</div>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {answer.file
            ? <Button data-strong isDisabled={!isFresh || Boolean(error)} onPress={put}>Put the scale into {answer.file}</Button>
            : <p>The page links no sheet of its own that they could stand in.</p>}
        </>
      )}
    </Panel>
  );
}
