import styled from "styled-components";
import type { FolderPlan } from "../../../api/client";
import { Button } from "../../../kit/Button";

const View = styled.section`
  display: grid; grid-template-rows: auto 1fr; height: 100%; min-height: 0; background: var(--panel);
  > header { display: grid; gap: 6px; padding: 8px 12px; border-bottom: 1px solid var(--hairline); }
  h2 { font-size: var(--size-part); overflow-wrap: anywhere; }
  .row { display: flex; gap: 8px; flex-wrap: wrap; }
  ul.notes { margin: 0; padding: 0 0 0 16px; color: var(--ink); }
  .parts { overflow: auto; min-height: 0; padding: 4px 12px 12px; }
  h3 { margin: 10px 0 4px; font-size: var(--size-text); overflow-wrap: anywhere; }
  ol { margin: 0; padding: 0; list-style: none; font-family: var(--font-number); font-size: var(--size-note); }
  li { display: grid; grid-template-columns: 4.5ch minmax(0, 1fr); gap: 0 8px; padding: 3px 0; border-top: 1px solid var(--hairline); }
  li span { grid-row: span 2; color: var(--soft); text-align: right; }
  del, ins { white-space: pre-wrap; overflow-wrap: anywhere; text-decoration: none; padding-left: 14px; position: relative; }
  del { color: var(--soft); }
  del::before { content: "−"; position: absolute; left: 0; color: var(--wrong); }
  ins::before { content: "+"; position: absolute; left: 0; color: var(--better); }
  ins:empty, del:empty { display: none; }
`;

/** What a wish would change, line by line, before it is made. */
export function PlanView({ plan, isBusy, trouble, onDo, onLeave }: { plan: FolderPlan; isBusy: boolean; trouble: string; onDo: () => void; onLeave: () => void }) {
  const changed = plan.parts.filter((part) => part.lines.length > 0);
  const others = plan.parts.filter((part) => part.lines.length === 0);
  return (
    <View aria-label="What would change">
      <header>
        <h2>{plan.words}</h2>
        {plan.notes.length > 0 && <ul className="notes">{plan.notes.map((note) => <li key={note} style={{ display: "list-item", border: 0, padding: 0 }}>{note}</li>)}</ul>}
        {trouble && <p role="alert">{trouble}</p>}
        <div className="row">
          <Button data-strong autoFocus isDisabled={isBusy} onPress={onDo}>Do it</Button>
          <Button onPress={onLeave}>Leave it</Button>
        </div>
      </header>
      <div className="parts" tabIndex={0} role="group" aria-label="Files and lines">
        {others.map((part) => <h3 key={part.path + part.new_path}>{part.path === "" ? `New: ${part.new_path}` : part.new_path === "" ? `Goes: ${part.path}` : `${part.path} becomes ${part.new_path}`}</h3>)}
        {changed.map((part) => (
          <section key={part.path} aria-label={part.path}>
            <h3>{part.path}{part.new_path !== part.path ? ` becomes ${part.new_path}` : ""}</h3>
            <ol>
              {part.lines.map((line) => <li key={line.line}><span>{line.line}</span><del aria-label="before">{line.before.trim()}</del><ins aria-label="after">{line.after.trim()}</ins></li>)}
            </ol>
          </section>
        ))}
      </div>
    </View>
  );
}
