import { useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { Button, LinkButton } from "../../kit/Button";
import { when } from "./SharedReports";

type Report = components["schemas"]["ReportReadOut"];
type Note = components["schemas"]["ReportNoteOut"];

/** What a note is pinned to: an element at a width. */
export interface Pinned {
  index: number;
  element: string;
  width: number;
}

const Form = styled.form`
  display: grid; gap: 5px; margin-bottom: 16px;
  label { display: grid; gap: 2px; color: var(--soft); font-size: var(--size-note); }
  input, select, textarea { width: 100%; padding: 4px 8px; border: 1px solid var(--soft); border-radius: var(--round-box); background: var(--panel); color: var(--ink); font: inherit; font-size: var(--size-text); }
  textarea { min-height: 64px; } .two { display: grid; grid-template-columns: 1fr 90px; gap: 8px; } button { justify-self: start; }
`;
const List = styled.ul`
  > li { padding: 8px 0; border-top: 1px solid var(--hairline); } p { white-space: pre-wrap; } li li { padding: 3px 0 3px 12px; border-left: 2px solid var(--hairline); }
  li[data-settled] > p, li[data-settled] > strong { color: var(--soft); } .row { display: flex; flex-wrap: wrap; gap: 6px; margin-top: 4px; } .row button { padding: 2px 10px; }
`;
const WHO = "hillpin.who";

/** A new note: pinned to an element at a width where one is chosen, in a picture or from the lists. */
export function NoteForm({ token, page, pinned, onPin, onNoted }: { token: string; page: components["schemas"]["PageReportOut"] | null; pinned: Pinned | null; onPin: (pinned: Pinned | null) => void; onNoted: (after: Report) => void }) {
  const [name, setName] = useState(() => localStorage.getItem(WHO) ?? "");
  const [text, setText] = useState("");
  const [trouble, setTrouble] = useState("");
  const widths = page?.shots.map((shot) => shot.width) ?? [];
  const note = () => {
    setTrouble("");
    localStorage.setItem(WHO, name);
    ask(client.POST("/api/reports/{token}/notes", { params: { path: { token } }, body: { name, text, element: pinned?.element ?? "", index: pinned?.index ?? null, width: pinned?.width ?? null } }))
      .then((after) => { setText(""); onPin(null); onNoted(after); })
      .catch((failure: unknown) => setTrouble(failure instanceof Error ? failure.message : String(failure)));
  };
  const choose = (index: number | null, width: number) => onPin(index === null ? null : { index, element: page?.elements.find((one) => one.index === index)?.name ?? "", width });
  return (
    <Form aria-label="A note" onSubmit={(event) => { event.preventDefault(); note(); }}>
      <h2>A note</h2>
      {page && (
        <div className="two">
          <label>About <select value={pinned?.index ?? ""} onChange={(event) => choose(event.target.value === "" ? null : Number(event.target.value), pinned?.width ?? widths[0] ?? 390)}><option value="">the whole page</option>{page.elements.map((one) => <option key={one.index} value={one.index}>{one.name}</option>)}</select></label>
          <label>At <select aria-label="At the width" value={pinned?.width ?? widths[0]} disabled={!pinned} onChange={(event) => choose(pinned?.index ?? null, Number(event.target.value))}>{[...new Set(widths)].map((width) => <option key={width} value={width}>{width.toLocaleString("en")}</option>)}</select></label>
        </div>
      )}
      <label>Your name <input value={name} maxLength={80} autoComplete="name" onChange={(event) => setName(event.target.value)} /></label>
      <label>Note <textarea value={text} maxLength={2000} onChange={(event) => setText(event.target.value)} /></label>
      <Button type="submit" data-strong isDisabled={name.trim() === "" || text.trim() === ""}>Pin it</Button>
      {trouble && <p role="alert">{trouble}</p>}
    </Form>
  );
}

/** All notes, open ones first; each is answered and settled here. */
export function Notes({ token, notes, onPin, onChanged }: { token: string; notes: Note[]; onPin: (pinned: Pinned) => void; onChanged: (after: Report) => void }) {
  const sorted = [...notes].sort((one, other) => Number(one.is_settled) - Number(other.is_settled));
  return (
    <section aria-label="Notes so far">
      <h2>{notes.length === 0 ? "No notes yet" : "Notes"}</h2>
      <List>{sorted.map((note) => <OneNote key={note.id} token={token} note={note} onPin={onPin} onChanged={onChanged} />)}</List>
    </section>
  );
}

function OneNote({ token, note, onPin, onChanged }: { token: string; note: Note; onPin: (pinned: Pinned) => void; onChanged: (after: Report) => void }) {
  const [answer, setAnswer] = useState<string | null>(null);
  const [trouble, setTrouble] = useState("");
  const path = { params: { path: { token, note_id: note.id } } };
  const take = (asked: Promise<Report>) => asked.then((after) => { setAnswer(null); setTrouble(""); onChanged(after); }).catch((failure: unknown) => setTrouble(failure instanceof Error ? failure.message : String(failure)));
  const { index, width } = note;
  return (
    <li data-settled={note.is_settled || undefined}>
      <strong>{note.name}</strong> <span className="soft">{when(note.made_at)}{note.is_settled && ", settled"}</span>
      {index !== null && width !== null && <> <LinkButton onPress={() => onPin({ index, element: note.element, width })}>{note.element} at {width.toLocaleString("en")}</LinkButton></>}
      <p>{note.text}</p>
      {note.answers.length > 0 && <ul>{note.answers.map((one, place) => <li key={place}><strong>{one.name}</strong> <span className="soft">{when(one.made_at)}</span><p>{one.text}</p></li>)}</ul>}
      {answer === null ? (
        <div className="row">
          <Button onPress={() => setAnswer("")}>Answer</Button>
          <Button onPress={() => void take(ask(client.POST("/api/reports/{token}/notes/{note_id}/settled", { ...path, body: { is_settled: !note.is_settled } })))}>{note.is_settled ? "Open again" : "Settled"}</Button>
        </div>
      ) : (
        <Form aria-label={`Answer to ${note.name}`} onSubmit={(event) => { event.preventDefault(); void take(ask(client.POST("/api/reports/{token}/notes/{note_id}/answers", { ...path, body: { name: localStorage.getItem(WHO) || "Who made it", text: answer } }))); }}>
          <label>Answer <textarea value={answer} maxLength={2000} autoFocus onChange={(event) => setAnswer(event.target.value)} /></label>
          <div className="row"><Button type="submit" data-strong isDisabled={answer.trim() === ""}>Answer</Button><Button onPress={() => setAnswer(null)}>Leave it</Button></div>
        </Form>
      )}
      {trouble && <p role="alert">{trouble}</p>}
    </li>
  );
}
