/** The selected element many times over, or in another shape. */
import { useEffect, useMemo, useState } from "react";
import { ask, client, type SiteFile } from "../../../api/client";
import { Button } from "../../../kit/Button";
import { Choice } from "../../../kit/Choice";
import { useLatest } from "../../../kit/useLatest";
import type { AskChange } from "../aid";
import { Panel } from "./Panel";

interface Props {
  siteId: number;
  page: string;
  drafts: Record<string, string>;
  files: readonly SiteFile[];
  /** The selected element; nothing where none is. */
  selected: number | null;
  name: string;
  around: { index: number; name: string } | null;
  onSelect: (index: number) => void;
  /** Where the caret stood in the page's source. */
  offset: number;
  onAsk: AskChange;
  onPreview: (text: string | null) => void;
  onPut: (text: string, caret: number) => void;
  onLeave: () => void;
}

type From = "a number" | "rows of words" | "pictures";
type Doing = "wrap" | "unwrap" | "change" | "split" | "join" | "duplicate";
const PICTURE = /\.(svg|png|jpe?g|webp|avif|gif)$/i;
const folderOf = (path: string) => path.slice(0, path.lastIndexOf("/") + 1);

export function ShapePanel(props: Props) {
  const { name, selected, around, onSelect, onLeave } = props;
  return (
    <Panel aria-label="Many alike">
      <div className="head">
        <h2>{selected === null ? "Many alike" : name}</h2>
        {around && <Button onPress={() => onSelect(around.index)}>Take {around.name} around it</Button>}
        <Button onPress={onLeave}>Leave it</Button>
      </div>
      {selected === null ? <p>Select a box in the page: it can be repeated here, and given another shape.</p> : <><Reshape {...props} selected={selected} /><Repeat key={selected} {...props} selected={selected} /></>}
    </Panel>
  );
}

interface OfOne extends Props {
  selected: number;
}

/** Wrap, unwrap, change, split, join, duplicate: done at once, undone by one key. */
function Reshape({ siteId, page, selected, offset, onAsk, onLeave }: OfOne) {
  const [selector, setSelector] = useState("");
  const [more, setMore] = useState(0);
  const [withRules, setWithRules] = useState(true);
  const [trouble, setTrouble] = useState("");
  const reshape = async (doing: Doing) => {
    setTrouble("");
    try {
      await onAsk((drafts) => ask(client.POST("/api/sites/{site_id}/reshape", { params: { path: { site_id: siteId } }, body: { page, drafts, selected, do: doing, selector, more, offset, with_rules: withRules } })));
      onLeave();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      <h3>In another shape</h3>
      <div className="line">
        <label className="wide">Selector <input value={selector} placeholder="div.cards" spellCheck={false} onChange={(event) => setSelector(event.target.value)} onKeyDown={(event) => { if (event.key === "Enter") void reshape("wrap"); }} /></label>
        <label>with the next <input type="number" min={0} max={500} value={more} style={{ width: 58 }} onChange={(event) => setMore(Number(event.target.value))} /> siblings</label>
      </div>
      <div className="line">
        <Button isDisabled={!selector.trim()} onPress={() => void reshape("wrap")}>Wrap in it</Button>
        <Button isDisabled={!selector.trim()} onPress={() => void reshape("change")}>Change to it</Button>
        <Button onPress={() => void reshape("unwrap")}>Unwrap</Button>
        <Button onPress={() => void reshape("split")}>Split at the caret</Button>
        <Button onPress={() => void reshape("join")}>Join with the next</Button>
      </div>
      <div className="line">
        <Button onPress={() => void reshape("duplicate")}>Duplicate</Button>
        <label><input type="checkbox" checked={withRules} onChange={(event) => setWithRules(event.target.checked)} /> with the rules for its ids</label>
      </div>
      <div role="status">{trouble && <p role="alert">{trouble}</p>}</div>
    </>
  );
}

function Repeat({ siteId, page, drafts, files, selected, onPreview, onPut }: OfOne) {
  const [from, setFrom] = useState<From>("a number");
  const [count, setCount] = useState(3);
  const [rows, setRows] = useState("");
  const folders = useMemo(() => [...new Set(files.filter((one) => PICTURE.test(one.path)).map((one) => folderOf(one.path)))].sort(), [files]);
  const [folder, setFolder] = useState(folders[0] ?? "");
  const [columns, setColumns] = useState<Record<string, number>>({});
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const pictures = from === "pictures" ? files.filter((one) => PICTURE.test(one.path) && folderOf(one.path) === folder).map((one) => one.path) : [];
  const question = { page, drafts, selected, count, rows: from === "rows of words" ? rows : "", separator: "" as const, pictures, columns, answers };
  const [isAsked, setAsked] = useState(false);
  const { answer, error, isFresh } = useLatest(isAsked ? question : null, (body) => ask(client.POST("/api/sites/{site_id}/repeat", { params: { path: { site_id: siteId } }, body })));
  const made = isAsked ? answer : undefined;
  const isWhole = made !== undefined && isFresh && made.refused === "";
  useEffect(() => {
    if (isFresh) onPreview(isWhole ? made.text : null);
  }, [isFresh, isWhole, made, onPreview]);
  useEffect(() => () => onPreview(null), [onPreview]);
  const open = made?.asks.filter((one) => answers[String(one.line)] === undefined) ?? [];
  const put = () => {
    if (isWhole && open.length === 0) onPut(made.text, made.caret);
  };
  const width = made?.rows[0]?.length ?? 0;
  const columnName = (column: number) => made?.header[column] ?? `column ${column + 1}`;
  return (
    <>
      <h3>Repeated</h3>
      <div className="line">
        <Choice label="Repeated by" options={["a number", "rows of words", "pictures"] as const} value={from} onChange={(next: From) => { setFrom(next); setAsked(true); }} />
        {from === "a number" && <label>in all <input type="number" min={1} max={500} value={count} style={{ width: 64 }} onFocus={() => setAsked(true)} onChange={(event) => { setCount(Math.max(1, Number(event.target.value))); setAsked(true); }} onKeyDown={(event) => { if (event.key === "Enter") put(); }} /></label>}
        {from === "pictures" && <label>of the folder <select value={folder} onChange={(event) => setFolder(event.target.value)}>{folders.map((one) => <option key={one} value={one}>{one || "the site itself"}</option>)}</select></label>}
        <Button data-strong isDisabled={!isWhole || open.length > 0} onPress={put}>Put it in</Button>
      </div>
      {from === "rows of words" && (
        <textarea
          aria-label="Rows of words" spellCheck={false} value={rows} placeholder={"A line each, or columns by commas, semicolons, tabs or bars:\nInes Moor; Mate; crew/ines.svg\nJon Haar; Cook; crew/jon.svg"}
          onChange={(event) => { setRows(event.target.value); setAsked(true); }} onKeyDown={(event) => { if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) { event.preventDefault(); put(); } }}
        />
      )}
      <div role="status">
        {error && <p role="alert">{error}</p>}
        {made?.refused && <p role="alert">{made.refused}</p>}
        {isWhole && <p>{made.rows.length > 0 ? `${made.rows.length} in all, the first with the first words.` : `${count} in all.`} {open.length > 0 ? "The words of the pictures are still asked." : "The page shows it; the editor’s undo takes it back."}</p>}
      </div>
      {made && made.rows.length > 0 && made.slots.length > 0 && (
        <table aria-label="What goes where">
          <thead><tr><th>Place</th><th>Words now</th><th>Filled from</th></tr></thead>
          <tbody>
            {made.slots.map((slot) => (
              <tr key={slot.name}>
                <td>{slot.name}</td><td>{slot.words.slice(0, 60)}</td>
                <td>
                  <select aria-label={`Filled into ${slot.name}`} value={made.columns[slot.name] ?? -1} onChange={(event) => setColumns({ ...made.columns, ...columns, [slot.name]: Number(event.target.value) })}>
                    <option value={-1}>stays</option>
                    {Array.from({ length: width }, (_, column) => <option key={column} value={column}>{columnName(column)}: {(made.rows[0]?.[column] ?? "").slice(0, 24)}</option>)}
                  </select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ul className="asks" aria-label="What only you know">
        {[...new Set([...Object.keys(answers).map(Number), ...(made?.asks.map((one) => one.line) ?? [])])].sort((a, b) => a - b).map((row) => (
          <li key={row}>
            <label>{made?.asks.find((one) => one.line === row)?.words ?? `What the picture of the ${row}. says`}<input value={answers[row] ?? ""} onChange={(event) => setAnswers({ ...answers, [row]: event.target.value })} /></label>
            <Button aria-pressed={answers[row] === ""} onPress={() => setAnswers({ ...answers, [row]: "" })}>Only decoration</Button>
          </li>
        ))}
      </ul>
      {isWhole && <pre aria-label="The markup" tabIndex={0}>{made.html.slice(0, 20_000)}</pre>}
    </>
  );
}
