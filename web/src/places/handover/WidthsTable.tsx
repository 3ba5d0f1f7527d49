import { type ReactNode, useState } from "react";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { useWork } from "../../kit/useWork";
import { Progress } from "./Progress";
import { door, type Told } from "./work";

const FORMS = { CSV: "csv", JSON: "json", Markdown: "md", HTML: "html", "hills as SVG": "svg", "hills as PNG": "png" } as const;
type Words = keyof typeof FORMS;

/** Width, height, place and lines at every edge and pin, to keep; or the hills and bands, drawn. */
export function WidthsTable({ siteId, page, choice }: { siteId: number; page: string; choice: ReactNode }) {
  const work = useWork<Told>();
  const [selector, setSelector] = useState("");
  const [words, setWords] = useState<Words>("CSV");
  const [sky, setSky] = useState<"paper" | "night">("paper");
  const [made, setMade] = useState<{ job: string; words: Words } | null>(null);
  const isDrawing = FORMS[words] === "svg" || FORMS[words] === "png";
  const begin = () => {
    setMade(null);
    work.start(door(siteId, () => ask(client.POST("/api/sites/{site_id}/hand-over/table", { params: { path: { site_id: siteId } }, body: { page, selector, form: FORMS[words], sky } })), (_, job) => setMade({ job, words })));
  };
  return (
    <div>
      <p className="soft">Every element's width, height, place and lines of text, at each pin and on both sides of each edge; or the hills and bands, drawn.</p>
      <form className="row" onSubmit={(event) => { event.preventDefault(); begin(); }}>
        {choice}
        <label>Elements <input value={selector} placeholder={isDrawing ? "the sections" : "all of them"} spellCheck={false} onChange={(event) => setSelector(event.target.value)} /></label>
        <Choice label="Form" options={Object.keys(FORMS) as Words[]} value={words} onChange={setWords} />
        {isDrawing && <Choice label="Colours" options={["paper", "night"] as const} value={sky} onChange={setSky} />}
        {work.progress === null ? <Button type="submit">Make it</Button> : <Progress label="Widths table" part={work.progress} onStop={work.stop} />}
        {made && <a href={`/api/sites/${siteId}/hand-over/work/${made.job}/file`} download>Keep the {made.words}</a>}
      </form>
      {work.error && <p role="alert">{work.error}</p>}
    </div>
  );
}
