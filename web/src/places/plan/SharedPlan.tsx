import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { ask, client, type SharedPlan as Shared } from "../../api/client";
import { Button } from "../../kit/Button";
import { Hatching } from "../../kit/Hatching";
import { px } from "../../kit/numbers";
import { SkySwitch } from "../../kit/Sky";
import { range } from "./Arrangements";
import { Input } from "./fields";
import { Wireframe } from "./Wireframe";
import { ReplyList } from "./YesPanel";
import { setNow } from "../../kit/setNow";

const Page = styled.div`
  max-width: 1280px; margin: 0 auto; padding: 20px 24px 60px;
  .defs { position: absolute; width: 0; height: 0; }
  > header { display: flex; flex-wrap: wrap; gap: 6px 20px; align-items: baseline; margin-bottom: 14px; }
  h1 { font-size: var(--size-title); }
  > header span { color: var(--soft); }
  > header > :last-child { margin-left: auto; }
  .drawings { display: flex; flex-wrap: wrap; gap: 24px; align-items: flex-start; margin-bottom: 24px; }
  figure { margin: 0; max-width: 100%; overflow: auto; }
  figcaption { margin-bottom: 5px; }
  figcaption span { color: var(--soft); }
  .frame { width: max-content; border: 1px solid var(--hairline); }
  .answer { display: grid; grid-template-columns: minmax(260px, 420px) 1fr; gap: 10px 40px; padding-top: 14px; border-top: 1px solid var(--hairline); }
  h2 { margin-bottom: 6px; font-size: var(--size-part); }
  form { display: grid; gap: 6px; align-content: start; }
  .actions { display: flex; gap: 8px; }
  .state { padding: 8px 12px; margin-bottom: 18px; border-left: 4px solid var(--hill-line); background: var(--panel); }
  @media (max-width: 720px) { .answer { grid-template-columns: 1fr; } }
  @media print { form, > header > :last-child { display: none; } .drawings { display: block; } figure { break-inside: avoid; margin-bottom: 20px; } }
`;

/** A plan on its read-only address: to look at, to approve or to comment on. */
export function SharedPlan({ token }: { token: string }) {
  const path = { token };
  const shared = useQuery({ queryKey: ["shared", token], queryFn: () => ask(client.GET("/api/plans/shared/{token}", { params: { path } })), retry: false });
  if (shared.isError) return <Page><h1>This plan is not here any more</h1><p role="alert">It was taken back, or the address is not complete. Ask the person who sent it.</p></Page>;
  if (!shared.data) return <Page />;
  const { plan, site, drawings, ranges, warnings, replies, state } = shared.data;
  return (
    <Page>
      <svg className="defs" aria-hidden="true"><Hatching /></svg>
      <header>
        <h1>{plan.name}</h1>
        <span>a plan for {site}, sent {new Date(shared.data.sent_at).toLocaleDateString("en-GB", { day: "numeric", month: "long" })}</span>
        <SkySwitch />
      </header>
      {state === "approved" && <p className="state" role="status">Approved. You can still comment.</p>}
      <main>
        <div className="drawings">
          {drawings.map((drawing, number) => (
            <figure key={drawing.name}>
              <figcaption><strong>{drawing.name}</strong> <span>windows {ranges[number] ? range(ranges[number].first, ranges[number].last) : ""}, drawn at {px(drawing.width)}{drawing.hidden.length > 0 ? `; not shown: ${drawing.hidden.join(", ")}` : ""}</span></figcaption>
              <div className="frame"><Wireframe drawing={drawing} scale={0.75} showsColumns={false} showsParts={false} label={`${drawing.name}: ${drawing.boxes.map((box) => box.name).join(", ")}`} /></div>
            </figure>
          ))}
        </div>
        {warnings.length > 0 && <ul>{warnings.map((warning) => <li key={warning}>{warning}</li>)}</ul>}
        <div className="answer">
          <AnswerForm token={token} shared={shared.data} />
          <section aria-label="Answers so far"><h2>Answers so far</h2>{replies.length === 0 ? <p>None yet.</p> : <ReplyList replies={replies} />}</section>
        </div>
      </main>
    </Page>
  );
}

function AnswerForm({ token, shared }: { token: string; shared: Shared }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [text, setText] = useState("");
  const [said, setSaid] = useState("");
  const [trouble, setTrouble] = useState("");
  const answer = async (kind: "yes" | "comment") => {
    setTrouble("");
    try {
      const after = await ask(client.POST("/api/plans/shared/{token}/answer", { params: { path: { token } }, body: { kind, name, text, digest: shared.digest } }));
      await setNow(queries, ["shared", token], after);
      setText("");
      setSaid(kind === "yes" ? "Your yes is with the person who sent this." : "Your comment is with the person who sent this.");
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <form onSubmit={(event) => event.preventDefault()} aria-label="Your answer">
      <h2>Your answer</h2>
      <label htmlFor="who">Your name</label>
      <Input id="who" value={name} maxLength={80} autoComplete="name" onChange={(event) => setName(event.target.value)} />
      <label htmlFor="said">Comment</label>
      <Input as="textarea" id="said" value={text} maxLength={2000} style={{ minHeight: 70 }} onChange={(event) => setText(event.target.value)} />
      <div className="actions">
        <Button data-strong type="submit" isDisabled={name.trim() === ""} onPress={() => void answer("yes")}>Yes, build it</Button>
        <Button isDisabled={name.trim() === "" || text.trim() === ""} onPress={() => void answer("comment")}>Comment only</Button>
      </div>
      <p role="status">{said}</p>
      {trouble && <p role="alert">{trouble}</p>}
    </form>
  );
}
