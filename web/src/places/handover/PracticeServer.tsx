import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { setNow } from "../../kit/setNow";

const FAULTS = { "as it should": "none", slow: "slow", "drops the line": "drops", "is full": "full", refuses: "refuses" } as const;
type Words = keyof typeof FAULTS;

/** The server that ships, for trying: run it, look at what it got, and have it go wrong. */
export function PracticeServer() {
  const queries = useQueryClient();
  const now = useQuery({ queryKey: ["practice"], queryFn: () => ask(client.GET("/api/practice")) }).data;
  const [trouble, setTrouble] = useState("");
  if (!now) return null;
  const set = (is_running: boolean, fault: (typeof FAULTS)[Words], after: number) => {
    setTrouble("");
    ask(client.POST("/api/practice", { body: { is_running, fault, after } })).then((said) => setNow(queries, ["practice"], said)).catch((failure: unknown) => setTrouble(failure instanceof Error ? failure.message : String(failure)));
  };
  const behaves = (Object.keys(FAULTS) as Words[]).find((words) => FAULTS[words] === now.fault) ?? "as it should";
  const fault = FAULTS[behaves];
  return (
    <details open={now.is_running}>
      <summary>The practice server {now.is_running ? "runs" : "does not run"}</summary>
      <div style={{ display: "grid", gap: 8, justifyItems: "start", padding: "8px 0 4px 16px" }}>
        {!now.is_running && <p className="soft">It speaks SFTP and WebDAV on this machine alone, shows what it got as a site, keeps each publishing, and goes wrong when told to.</p>}
        <div className="row">
          {now.is_running ? <Button onPress={() => set(false, "none", 0)}>End it</Button> : <Button onPress={() => set(true, "none", 0)}>Start it</Button>}
          {now.is_running && <a href={now.site} target="_blank" rel="noreferrer">What it shows</a>}
          {now.is_running && <span className="soft">SFTP on port {now.sftp}, WebDAV on port {now.webdav}, as {now.user} with {now.password}</span>}
        </div>
        {now.is_running && (
          <div className="row">
            <span>It behaves</span> <Choice label="How it behaves" options={Object.keys(FAULTS) as Words[]} value={behaves} onChange={(words) => set(true, FAULTS[words], now.after)} />
            {fault !== "none" && fault !== "slow" && <label>after <input type="number" min={0} max={9999} style={{ width: 72 }} value={now.after} onChange={(event) => set(true, fault, Number(event.target.value))} /> files that go well</label>}
          </div>
        )}
        {now.is_running && now.earlier.length > 0 && <p className="soft">Publishings that it keeps: {now.earlier.slice(0, 12).map((address) => <a key={address} href={address} target="_blank" rel="noreferrer" style={{ marginRight: 8 }}>{/(\d+)\/$/.exec(address)?.[1]}</a>)}</p>}
        {trouble && <p role="alert">{trouble}</p>}
      </div>
    </details>
  );
}
