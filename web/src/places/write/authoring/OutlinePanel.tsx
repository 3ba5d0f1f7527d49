/** Outline to markup: a few indented lines become elements at the caret, drawn in the page before they are taken. */
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { ask, client } from "../../../api/client";
import { Button, LinkButton } from "../../../kit/Button";
import { useLatest } from "../../../kit/useLatest";
import { Panel } from "./Panel";

interface Props {
  siteId: number;
  page: string;
  drafts: Record<string, string>;
  /** Where the caret stood in the page's source. */
  offset: number;
  /** The page with the outline in it, to be drawn; null when there is none. */
  onPreview: (text: string | null) => void;
  onPut: (text: string, caret: number) => void;
  onLeave: () => void;
}

const KEPT = "hillpin.outline";

export function OutlinePanel({ siteId, page, drafts, offset, onPreview, onPut, onLeave }: Props) {
  const [outline, setOutline] = useState(() => sessionStorage.getItem(KEPT) ?? "");
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const field = useRef<HTMLTextAreaElement>(null);
  const question = outline.trim() === "" ? null : { page, drafts, offset, outline, answers };
  const { answer, error, isFresh } = useLatest(question, async (body) => {
    const made = await ask(client.POST("/api/sites/{site_id}/outline-markup", { params: { path: { site_id: siteId } }, body }));
    // The page shows it before the panel says what is to be said of it.
    if (made.faults.length === 0 && made.refused === "") onPreview(made.text);
    return made;
  });
  const written = question ? answer : undefined;
  const isWhole = written !== undefined && isFresh && written.faults.length === 0 && written.refused === "";
  const open = written?.asks.filter((one) => answers[`${one.line}:${one.what}`] === undefined) ?? [];
  useEffect(() => field.current?.focus(), []);
  useEffect(() => {
    if (isFresh) onPreview(isWhole ? written.text : null);
  }, [isFresh, isWhole, written, onPreview]);
  useEffect(() => () => onPreview(null), [onPreview]);
  const edit = (text: string) => {
    sessionStorage.setItem(KEPT, text);
    setOutline(text);
  };
  const put = () => {
    if (!isWhole || open.length > 0 || !written) return;
    sessionStorage.removeItem(KEPT);
    onPut(written.text, written.caret);
  };
  const onKey = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      put();
    } else if (event.key === "Enter" && !event.shiftKey) {
      event.preventDefault();
      const { selectionStart: at, selectionEnd: end, value } = event.currentTarget;
      const indent = /^[ \t]*/.exec(value.slice(value.lastIndexOf("\n", at - 1) + 1))?.[0] ?? "";
      insert(event.currentTarget, `\n${indent.slice(0, at)}`, at, end);
    } else if (event.key === "Tab" && !leaves.current) {
      event.preventDefault();
      const { selectionStart: at, value } = event.currentTarget;
      const line = value.lastIndexOf("\n", at - 1) + 1;
      if (event.shiftKey) {
        if (value.startsWith("  ", line)) insert(event.currentTarget, "", line, line + 2, Math.max(at - 2, line));
      } else insert(event.currentTarget, "  ", line, line, at + 2);
    } else if (event.key === "Escape") leaves.current = true;
    if (event.key !== "Escape" && event.key !== "Tab") leaves.current = false;
  };
  // Escape, then Tab, leaves the field: as in the editor.
  const leaves = useRef(false);
  const insert = (element: HTMLTextAreaElement, text: string, from: number, to: number, caret = from + text.length) => {
    element.setRangeText(text, from, to, "end");
    element.setSelectionRange(caret, caret);
    edit(element.value);
  };
  const toFault = (line: number, column: number) => {
    const lines = outline.split("\n");
    const at = lines.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0) + column - 1;
    field.current?.focus();
    field.current?.setSelectionRange(at, at);
  };
  return (
    <Panel aria-label="Outline" data-rows="outline">
      <div className="head">
        <h2>Outline</h2>
        <Button data-strong isDisabled={!isWhole || open.length > 0} onPress={put}>Put it in</Button>
        <Button onPress={onLeave}>Leave it</Button>
      </div>
      <textarea
        ref={field} aria-label="Outline: indented lines of count, selector, words" spellCheck={false} value={outline} onChange={(event) => edit(event.target.value)} onKeyDown={onKey}
        placeholder={"section#fares\n  h2: Fares\n  ul\n    3 li.fare\n      h3: Single | Day rover | Island pass\n      p: 12 words\n      img: pictures/fare-#.svg"}
      />
      <div role="status">
        {error && <p role="alert">{error}</p>}
        {written && written.faults.length > 0 && <ul className="faults" aria-label="What is not right">{written.faults.map((one) => <li key={`${one.line} ${one.column} ${one.message}`}><LinkButton onPress={() => toFault(one.line, one.column)}>Line {one.line}</LinkButton>: {one.message}</li>)}</ul>}
        {written?.refused && <p role="alert">{written.refused}</p>}
        {!written && <p>A line is a selector; a count before it repeats, words stand after a colon, bars give each repeat its own, # is its number, 12 words is filler. Indentation nests. Ctrl and Enter puts it in where the caret stood.</p>}
        {isWhole && <p>{open.length > 0 ? "One thing is still asked." : "The page shows it. Ctrl and Enter puts it in; the editor’s undo takes it back."}</p>}
      </div>
      <ul className="asks" aria-label="What only you know">
        {written?.asks.concat(answered(answers, written.asks)).map((one) => {
          const key = `${one.line}:${one.what}`;
          return (
            <li key={key}>
              <label>{one.words}<input value={answers[key] ?? ""} onChange={(event) => setAnswers({ ...answers, [key]: event.target.value })} /></label>
              {one.what === "alt" && <Button aria-pressed={answers[key] === ""} onPress={() => setAnswers({ ...answers, [key]: "" })}>Only decoration</Button>}
            </li>
          );
        })}
      </ul>
      <pre aria-label="The markup" tabIndex={0}>{written?.html ?? ""}</pre>
    </Panel>
  );
}

/** Questions that are answered already stay, so that an answer can be changed. */
function answered(answers: Record<string, string>, asked: { line: number; what: string; words: string }[]): { line: number; what: string; words: string }[] {
  return Object.keys(answers).filter((key) => !asked.some((one) => `${one.line}:${one.what}` === key)).map((key) => {
    const [line, what = ""] = key.split(":");
    return { line: Number(line), what, words: what === "alt" ? `Line ${line}: what the picture says` : `Line ${line}: what it is called` };
  });
}
