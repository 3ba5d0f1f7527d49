import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ask, client, type Site } from "../../api/client";
import type { components } from "../../api/schema";
import { Button, LinkButton } from "../../kit/Button";
import { useWork } from "../../kit/useWork";
import { go, writeAddress } from "../../router";
import { handOver } from "../write/handOver";
import { Progress } from "./Progress";
import { bytes, counted, door, type Told } from "./work";

type Doubt = components["schemas"]["DoubtOut"];
const SHOWN = 30;
const SMALLER = { sheets: "Sheets joined and without white space", fonts: "Fonts cut to the characters in use", pictures: "Pictures squeezed" } as const;
type Smaller = keyof typeof SMALLER;

/** The files, what is doubtful about them, one way of writing, and the folder to keep. */
export function WhatGoes({ site }: { site: Site }) {
  const look = useWork<Told>();
  const { start } = look;
  // The folder may have changed since: looking through it is what one comes here for.
  useEffect(() => start(door(site.id, () => ask(client.POST("/api/sites/{site_id}/hand-over/look", { params: { path: { site_id: site.id } } })))), [start, site.id, site.updated_at]);
  const looked = look.found?.looked;
  const groups = new Map<string, Doubt[]>();
  for (const doubt of looked?.doubts ?? []) groups.set(doubt.kind, [...(groups.get(doubt.kind) ?? []), doubt]);
  const total = looked?.kinds.reduce((sum, one) => sum + one.bytes, 0) ?? 0;
  const files = looked?.kinds.reduce((sum, one) => sum + one.files, 0) ?? 0;
  return (
    <div>
      {look.progress !== null && !looked && <Progress label="Folder looked through" part={look.progress} onStop={look.stop} />}
      {look.error && <p role="alert">{look.error}</p>}
      {looked && (
        <>
          <p><strong>{counted(files, "file")}, {bytes(total)}</strong>: {looked.kinds.map((one) => `${counted(one.files, one.kind)} ${bytes(one.bytes)}`).join(", ")}.</p>
          {groups.size === 0 ? <p>Nothing about them is doubtful.</p> : <p className="soft">Doubtful, each with its places:</p>}
          <ul className="wide">
            {[...groups].map(([kind, doubts]) => <li key={kind}><Group site={site} doubts={doubts} /></li>)}
          </ul>
        </>
      )}
      <Tidy site={site} hasSums={groups.has("sum")} />
      <Pack site={site} />
    </div>
  );
}

function Group({ site, doubts }: { site: Site; doubts: Doubt[] }) {
  const first = doubts[0];
  if (!first) return null;
  const stand = (doubt: Doubt) => {
    const isPage = site.files.some((file) => file.path === doubt.path && file.kind === "page");
    const page = isPage ? doubt.path : (site.files.find((file) => file.kind === "page")?.path ?? "");
    handOver.put({ site: site.id, page, index: null, file: doubt.path, line: doubt.line ?? 1, fix: null });
    go(writeAddress(site.id, page));
  };
  return (
    <details>
      <summary><strong>{first.title}</strong> <span className="soft">{doubts.length} · {first.about}</span></summary>
      <ul>
        {doubts.slice(0, SHOWN).map((doubt, place) => (
          <li key={place}>
            {site.files.find((file) => file.path === doubt.path)?.editable ? <LinkButton onPress={() => stand(doubt)}>{doubt.path}{doubt.line ? ` line ${doubt.line}` : ""}</LinkButton> : doubt.path} <span className="soft">{doubt.message}</span>
          </li>
        ))}
        {doubts.length > SHOWN && <li className="soft">and {doubts.length - SHOWN} more</li>}
      </ul>
    </details>
  );
}

/** One way of writing for all files: shown line by line first, then made in one step that is undone like any other. */
function Tidy({ site, hasSums }: { site: Site; hasSums: boolean }) {
  const queries = useQueryClient();
  const [wish, setWish] = useState({ do: "tidy" as const, line_ends: "keep" as "keep" | "LF" | "CRLF", indentation: "keep" as "keep" | "2 spaces" | "4 spaces" | "tabs", sums: "keep" as "keep" | "take out" });
  const [plan, setPlan] = useState<components["schemas"]["FolderPlanOut"] | null>(null);
  const [said, setSaid] = useState("");
  const change = (part: Partial<typeof wish>) => {
    setWish({ ...wish, ...part });
    setPlan(null);
    setSaid("");
  };
  const send = (isMade: boolean) => {
    const asked = { params: { path: { site_id: site.id } }, body: wish };
    const answer = isMade
      ? ask(client.POST("/api/sites/{site_id}/files", asked)).then((step) => { setPlan(null); setSaid(`${step.words}. It is undone under Files in Write.`); return queries.invalidateQueries({ queryKey: ["site", site.id] }); })
      : ask(client.POST("/api/sites/{site_id}/files/plan", asked)).then(setPlan);
    answer.catch((failure: unknown) => setSaid(failure instanceof Error ? failure.message : String(failure)));
  };
  const isNothing = wish.line_ends === "keep" && wish.indentation === "keep" && wish.sums === "keep";
  return (
    <>
      <h3>Written in one way</h3>
      <div className="row">
        <label>Line ends <select value={wish.line_ends} onChange={(event) => change({ line_ends: event.target.value as typeof wish.line_ends })}><option value="keep">as they are</option><option>LF</option><option>CRLF</option></select></label>
        <label>Indentation <select value={wish.indentation} onChange={(event) => change({ indentation: event.target.value as typeof wish.indentation })}><option value="keep">as it is</option><option>2 spaces</option><option>4 spaces</option><option>tabs</option></select></label>
        <label>Kept sums <select value={wish.sums} onChange={(event) => change({ sums: event.target.value as typeof wish.sums })}><option value="keep">{hasSums ? "left in" : "left in (there are none)"}</option><option value="take out">taken out</option></select></label>
        <Button isDisabled={isNothing} onPress={() => send(false)}>Show the change</Button>
        {plan && <Button data-strong onPress={() => send(true)}>Write it so</Button>}
      </div>
      <div role="status" className="wide">
        {said && <p>{said}</p>}
        {plan && (
          <>
            <p>{plan.words}.</p>
            {plan.parts.map((part) => (
              <details key={part.path}>
                <summary>{part.path} <span className="soft">{counted(part.lines.length, "line")}</span></summary>
                <pre tabIndex={0}>{part.lines.slice(0, SHOWN).map((line) => `${line.line}\n− ${visible(line.before)}\n+ ${visible(line.after)}`).join("\n")}</pre>
              </details>
            ))}
          </>
        )}
      </div>
    </>
  );
}

/** Tabs and ends of lines, which are what changes, as signs. */
function visible(text: string): string {
  return text.replace(/^[\t ]+/, (lead) => lead.replaceAll("\t", "→").replaceAll(" ", "·")).replaceAll("\r", "↵");
}

function Pack({ site }: { site: Site }) {
  const work = useWork<Told>();
  const [smaller, setSmaller] = useState<Smaller[]>(["sheets", "fonts", "pictures"]);
  const [made, setMade] = useState<string | null>(null);
  const packed = work.said?.packed;
  const begin = () => {
    setMade(null);
    work.start(door(site.id, () => ask(client.POST("/api/sites/{site_id}/hand-over/pack", { params: { path: { site_id: site.id } }, body: { smaller } })), (_, job) => setMade(job)));
  };
  return (
    <>
      <h3>The folder</h3>
      <p><a href={`/api/sites/${site.id}/zip`} download>Keep it as a zip</a>, byte for byte as it is here. Or made smaller on the way; the files here stay as they are:</p>
      <div className="row">
        {(Object.keys(SMALLER) as Smaller[]).map((one) => (
          <label key={one}><input type="checkbox" checked={smaller.includes(one)} onChange={() => setSmaller(smaller.includes(one) ? smaller.filter((other) => other !== one) : [...smaller, one])} /> {SMALLER[one]}</label>
        ))}
        {work.progress === null ? <Button onPress={begin} isDisabled={smaller.length === 0}>Make it smaller</Button> : <Progress label="Folder packed" part={work.progress} onStop={work.stop} />}
      </div>
      {work.error && <p role="alert">{work.error}</p>}
      {packed && made && (
        <>
          <p role="status">{bytes(packed.before)} become {bytes(packed.after)}. <a href={`/api/sites/${site.id}/hand-over/work/${made}/file`} download>Keep the smaller folder as a zip</a></p>
          <table>
            <thead><tr><th scope="col">File</th><th scope="col">What is done</th><th scope="col" className="n">Before</th><th scope="col" className="n">After</th></tr></thead>
            <tbody>{packed.files.map((one, place) => <tr key={place}><th scope="row">{one.path}</th><td className="soft">{one.words}</td><td className="n">{bytes(one.before)}</td><td className="n">{bytes(one.after)}</td></tr>)}</tbody>
          </table>
        </>
      )}
    </>
  );
}
