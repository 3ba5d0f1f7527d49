import { useState } from "react";
import styled from "styled-components";
import { ask, client, type KeptPlan, type Reply } from "../../api/client";
import { Button } from "../../kit/Button";
import { clock } from "../../kit/numbers";
import { range } from "./Arrangements";
import type { PlanUnderWork } from "./usePlan";

const Panel = styled.section`
  padding: 10px 14px 20px;
  h2 { font-size: var(--size-text); margin-bottom: 6px; }
  h2:not(:first-child) { margin-top: 18px; padding-top: 10px; border-top: 1px solid var(--hairline); }
  .state { margin-bottom: 8px; padding: 8px 10px; border-left: 4px solid var(--lake); background: var(--paper); }
  .state[data-state="approved"] { border-color: var(--hill-line); }
  .state[data-state="changed"] { border-color: var(--doubt); }
  .actions { display: flex; flex-wrap: wrap; gap: 6px; margin: 8px 0; }
  .files { margin: 4px 0 0; padding: 0; list-style: none; }
  .files li { padding: 2px 0; }
  .files button, .actions button { padding: 2px 10px; }
  .actions { align-items: center; }
  input[readonly] { width: 100%; padding: 4px 7px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); color: var(--ink); }
`;

export const Replies = styled.ul`
  margin: 8px 0 0; padding: 0; list-style: none;
  li { padding: 6px 0; border-top: 1px solid var(--hairline); overflow-wrap: anywhere; }
  .when { color: var(--soft); }
  .earlier { color: var(--soft); }
  p { margin: 2px 0 0; white-space: pre-wrap; }
`;

export const STATES: Record<KeptPlan["state"], string> = {
  draft: "A draft: nobody else sees it.",
  sent: "Sent, and not answered with a yes yet.",
  approved: "Approved as it is.",
  changed: "Changed since it was sent: it needs a new yes. The address still shows what was sent.",
};

/** What was answered, earlier states marked. */
export function ReplyList({ replies }: { replies: Reply[] }) {
  if (replies.length === 0) return null;
  return (
    <Replies aria-label="Answers">
      {replies.map((reply) => (
        <li key={reply.made_at}>
          <strong>{reply.is_yes ? `Yes, says ${reply.name}` : reply.name}</strong>{" "}
          <span className="when">{new Date(reply.made_at).toLocaleDateString("en-GB", { day: "numeric", month: "short" })}, {clock(new Date(reply.made_at))}</span>
          {!reply.is_about_this && <span className="earlier"> about an earlier state</span>}
          {reply.text && <p>{reply.text}</p>}
        </li>
      ))}
    </Replies>
  );
}

/** Sending a plan for a yes, and taking it away as files. */
export function YesPanel({ siteId, work }: { siteId: number; work: PlanUnderWork }) {
  const [trouble, setTrouble] = useState("");
  const { kept } = work;
  const path = { site_id: siteId, plan_id: kept.id };
  const state = work.state === "saved" ? kept.state : kept.state === "draft" ? "draft" : "changed";
  const ours = async (making: () => Promise<KeptPlan>) => {
    setTrouble("");
    try {
      if (!(await work.flush())) throw new Error("The plan is not saved, so it cannot be sent. See the header.");
      work.takeKept(await making());
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const send = () => void ours(() => ask(client.POST("/api/sites/{site_id}/plans/{plan_id}/send", { params: { path } })));
  const takeBack = () => void ours(() => ask(client.POST("/api/sites/{site_id}/plans/{plan_id}/take-back", { params: { path } })));
  const address = kept.token ? `${location.origin}/plans/${kept.token}` : "";
  const file = (name: string) => `/api/sites/${siteId}/plans/${kept.id}/${name}`;
  return (
    <Panel aria-label="A yes before building">
      <h2>A yes before building</h2>
      <p className="state" data-state={state} role="status">{STATES[state]}</p>
      {address && (
        <>
          <label htmlFor="address">Read-only address</label>
          <input id="address" readOnly value={address} onFocus={(event) => event.target.select()} />
        </>
      )}
      <div className="actions">
        {(state === "draft" || state === "changed") && <Button data-strong onPress={send}>{kept.token ? "Send again for a new yes" : "Send for a yes"}</Button>}
        {address && <a href={address} target="_blank" rel="noreferrer">Look at it</a>}
        {address && <Button onPress={takeBack}>Take it back</Button>}
      </div>
      {trouble && <p role="alert">{trouble}</p>}
      <ReplyList replies={kept.replies} />
      <h2>Take it away</h2>
      <ul className="files">
        <li><a href={file("plan.json")} download onClick={() => void work.flush()}>The plan, as JSON</a></li>
        <li><a href={file("widths.csv")} download>The table of widths, as CSV</a></li>
        <li><a href={file("widths.md")} download>The table of widths, as Markdown</a></li>
        {work.plan.arrangements.map((one, number) => (
          <li key={`${one.name} ${one.starts}`}>
            The drawing of {one.name}, {range(number === 0 ? 1 : one.starts, work.plan.arrangements[number + 1] ? (work.plan.arrangements[number + 1]?.starts ?? 0) - 1 : null)}:{" "}
            <a href={file(`drawing.svg?number=${number}`)} download>SVG</a> <Picture address={file(`drawing.svg?number=${number}`)} name={`${work.plan.name} ${one.name}`} onTrouble={setTrouble} />
          </li>
        ))}
      </ul>
      <div className="actions"><Button onPress={() => print()}>Print</Button></div>
    </Panel>
  );
}

/** The drawing as PNG, two pixels for one CSS px, made from the SVG in this browser. */
function Picture({ address, name, onTrouble }: { address: string; name: string; onTrouble: (message: string) => void }) {
  const take = async () => {
    try {
      const response = await fetch(address);
      if (!response.ok) throw new Error("The drawing cannot be made yet.");
      const svg = await response.blob();
      const image = new Image();
      const url = URL.createObjectURL(new Blob([svg], { type: "image/svg+xml" }));
      image.src = url;
      await image.decode();
      const canvas = document.createElement("canvas");
      canvas.width = image.naturalWidth * 2;
      canvas.height = image.naturalHeight * 2;
      canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
      URL.revokeObjectURL(url);
      const link = document.createElement("a");
      link.href = canvas.toDataURL("image/png");
      link.download = `${name.replace(/[^\w-]+/g, "-").toLowerCase()}.png`;
      link.click();
    } catch (error) {
      onTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return <Button aria-label={`PNG of ${name}`} onPress={() => void take()}>PNG</Button>;
}
