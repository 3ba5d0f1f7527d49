import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { ask, client, type Site } from "../../api/client";
import { Button } from "../../kit/Button";
import { useWork } from "../../kit/useWork";
import { NewTarget } from "./NewTarget";
import { PracticeServer } from "./PracticeServer";
import { Progress } from "./Progress";
import { bytes, counted, door, type Target, type Told } from "./work";

const Box = styled.article`
  display: grid; gap: 8px; justify-items: start; padding: 10px 14px 12px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--panel); justify-self: stretch;
  .lists { display: grid; gap: 6px; }
  .lists ul { max-height: 180px; overflow: auto; columns: 230px; font-size: var(--size-note); }
  ol { margin: 0; padding: 0; list-style: none; font-size: var(--size-note); color: var(--soft); }
`;
const KINDS: Record<string, string> = { folder: "folder", git: "git", sftp: "SFTP", webdav: "WebDAV", practice: "practice server" };

/** The targets: what would change there, sending, and putting back. */
export function WhereItGoes({ site }: { site: Site }) {
  const targets = useQuery({ queryKey: ["targets", site.id], queryFn: () => ask(client.GET("/api/sites/{site_id}/targets", { params: { path: { site_id: site.id } } })) });
  return (
    <div>
      {targets.data?.length === 0 && <p>It goes nowhere yet. Name a folder, a git working tree or a server; what is different there is shown before anything is sent. The practice server ships with Hill Pin: everything can be tried on it.</p>}
      {targets.data?.map((target) => <TargetBox key={target.id} site={site} target={target} />)}
      {targets.data && <NewTarget siteId={site.id} />}
      <PracticeServer />
    </div>
  );
}

function TargetBox({ site, target }: { site: Site; target: Target }) {
  const queries = useQueryClient();
  const again = () => queries.invalidateQueries({ queryKey: ["targets", site.id] });
  const look = useWork<Told>();
  // What is sent goes on where one leaves the place; what came of it stands in the list.
  const send = useWork<Told>(() => void again(), true);
  const [message, setMessage] = useState("");
  const [secret, setSecret] = useState("");
  const [trouble, setTrouble] = useState("");
  const params = { params: { path: { site_id: site.id, target_id: target.id } } };
  const seen = () => look.start(door(site.id, () => ask(client.POST("/api/sites/{site_id}/targets/{target_id}/look", { ...params, body: { message: "", thorough: false } }))));
  const sent = () => send.start(door(site.id, () => ask(client.POST("/api/sites/{site_id}/targets/{target_id}/send", { ...params, body: { message, thorough: false } })), seen));
  const back = () => send.start(door(site.id, () => ask(client.POST("/api/sites/{site_id}/targets/{target_id}/put-back", params)), seen));
  const tell = () => ask(client.POST("/api/sites/{site_id}/targets/{target_id}/secret", { ...params, body: { secret } })).then(() => { setSecret(""); return again(); }).catch((failure: unknown) => setTrouble(String(failure)));
  const forget = () => void client.DELETE("/api/sites/{site_id}/targets/{target_id}", params).then(again);
  const changes = look.said?.changes;
  const count = changes ? changes.new.length + changes.changed.length + changes.gone.length : 0;
  const busy = look.progress ?? send.progress;
  return (
    <Box aria-label={target.name}>
      <div className="row">
        <h3>{target.name}</h3> <span className="soft">{KINDS[target.kind]} {target.where}{target.smaller.length > 0 && `, made smaller: ${target.smaller.join(", ")}`}</span>
        <Button onPress={forget}>Forget it</Button>
      </div>
      {target.needs_secret && (
        <form className="row" onSubmit={(event) => { event.preventDefault(); void tell(); }}>
          <label>Password <input type="password" autoComplete="off" value={secret} onChange={(event) => setSecret(event.target.value)} /></label>
          <Button type="submit" isDisabled={secret === ""}>Tell it</Button>
          <span className="soft">{target.has_keyring ? "This system's keyring keeps it." : "It is known until Hill Pin ends, and kept nowhere."}</span>
        </form>
      )}
      <div className="row">
        <Button onPress={seen} isDisabled={busy !== null}>What would change</Button>
        {changes && count > 0 && target.kind === "git" && <label>Message <input value={message} placeholder={`${site.name}, as handed over`} onChange={(event) => setMessage(event.target.value)} /></label>}
        {changes && <Button data-strong onPress={sent} isDisabled={busy !== null || count === 0}>{count === 0 ? "Nothing to send" : `Send ${counted(count, "change")}, ${bytes(changes.bytes)}`}</Button>}
        {changes?.back && <Button onPress={back} isDisabled={busy !== null}>Put back what was there before</Button>}
        {busy !== null && <Progress label={`Work with ${target.name}`} part={busy} words={send.progress !== null ? send.said?.words : "Comparing"} onStop={() => { look.stop(); send.stop(); setTimeout(() => void again(), 1500); }} />}
      </div>
      {(look.error || send.error || trouble) && <p role="alert">{send.error || look.error || trouble}</p>}
      <div role="status" className="wide">
        {look.said?.words && <p>{look.said.words}</p>}
        {changes && <p>{counted(changes.same, "file")} {changes.same === 1 ? "is" : "are"} there as here. {changes.foreign.length > 0 && <span className="doubt">{counted(changes.foreign.length, "file")} changed there by other hands: {changes.foreign.slice(0, 5).join(", ")}. What stands there is kept, and can be put back.</span>}</p>}
        {changes && (
          <div className="lists">
            {([["New", changes.new], ["Changed", changes.changed], ["Gone", changes.gone]] as const).map(([word, paths]) => paths.length > 0 && (
              <div key={word}><strong>{word}, {paths.length}</strong><ul tabIndex={0} aria-label={word}>{paths.slice(0, 200).map((path) => <li key={path}>{path}</li>)}</ul></div>
            ))}
          </div>
        )}
      </div>
      {target.sendings.length > 0 && <ol aria-label="What was done">{target.sendings.map((one, place) => <li key={place} className={one.is_good ? undefined : "wrong"}>{new Date(one.made_at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}: {one.words}</li>)}</ol>}
    </Box>
  );
}
