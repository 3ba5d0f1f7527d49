import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { Button } from "../../kit/Button";
import { Choice } from "../../kit/Choice";

type TargetIn = components["schemas"]["TargetIn"];
const KINDS = { "practice server": "practice", folder: "folder", "git working tree": "git", SFTP: "sftp", WebDAV: "webdav" } as const;
type Words = keyof typeof KINDS;
const EMPTY: TargetIn = { name: "", kind: "practice", path: "", host: "", port: 22, user: "", key_file: "", folder: ".", address: "", protocol: "sftp", smaller: [] };
const SMALLER = ["sheets", "fonts", "pictures"] as const;

/** A new target: its name, its kind, and how it is reached. */
export function NewTarget({ siteId }: { siteId: number }) {
  const queries = useQueryClient();
  const root = useQuery({ queryKey: ["root"], queryFn: () => ask(client.GET("/api/folders/root")) }).data?.root;
  const [words, setWords] = useState<Words>("practice server");
  const [given, setGiven] = useState(EMPTY);
  const [trouble, setTrouble] = useState("");
  const kind = KINDS[words];
  const set = (part: Partial<TargetIn>) => setGiven({ ...given, ...part });
  const field = (name: "path" | "host" | "user" | "folder" | "key_file" | "address", label: string, size = 16) => <label>{label} <input size={size} value={given[name]} spellCheck={false} onChange={(event) => set({ [name]: event.target.value })} /></label>;
  const make = () => {
    setTrouble("");
    ask(client.POST("/api/sites/{site_id}/targets", { params: { path: { site_id: siteId } }, body: { ...given, kind, name: given.name.trim() || `The ${words}` } }))
      .then(() => { setGiven(EMPTY); return queries.invalidateQueries({ queryKey: ["targets", siteId] }); })
      .catch((failure: unknown) => setTrouble(failure instanceof Error ? failure.message : String(failure)));
  };
  return (
    <details>
      <summary>Another target</summary>
      <form style={{ display: "grid", gap: 8, justifyItems: "start", padding: "8px 0 4px 16px" }} onSubmit={(event) => { event.preventDefault(); make(); }}>
        <Choice label="Kind of target" options={Object.keys(KINDS) as Words[]} value={words} onChange={setWords} />
        <div className="row">
          <label>Name <input value={given.name} placeholder={`The ${words}`} onChange={(event) => set({ name: event.target.value })} /></label>
          {(kind === "folder" || kind === "git") && (root === "" ? <span className="soft">Folders are named below a root that Hill Pin is started with: ./pin start --root PATH.</span> : field("path", `Folder below ${root ?? "the root"}`, 30))}
          {kind === "sftp" && <>{field("host", "Host")}<label>Port <input type="number" min={1} max={65535} style={{ width: 80 }} value={given.port} onChange={(event) => set({ port: Number(event.target.value) })} /></label>{field("user", "User", 12)}{field("folder", "Folder there", 12)}{field("key_file", "Key file (else a password)")}</>}
          {kind === "webdav" && <>{field("address", "Address", 30)}{field("user", "User", 12)}</>}
          {kind === "practice" && <Choice label="Protocol" options={["SFTP", "WebDAV"] as const} value={given.protocol === "webdav" ? "WebDAV" : "SFTP"} onChange={(words) => set({ protocol: words === "SFTP" ? "sftp" : "webdav" })} />}
        </div>
        <div className="row">
          {SMALLER.map((one) => <label key={one}><input type="checkbox" checked={given.smaller?.includes(one) ?? false} onChange={() => set({ smaller: given.smaller?.includes(one) ? given.smaller.filter((other) => other !== one) : [...(given.smaller ?? []), one] })} /> {one} made smaller</label>)}
          <Button type="submit" data-strong>Keep this target</Button>
        </div>
        {trouble && <p role="alert">{trouble}</p>}
      </form>
    </details>
  );
}
