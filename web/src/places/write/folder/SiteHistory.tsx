/** The whole site as it was: named moments, and the steps that were made over several files. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import styled from "styled-components";
import { ask, client, type Moment } from "../../../api/client";
import { Button, LinkButton } from "../../../kit/Button";
import { when } from "../History";
import { size } from "./tree";
import type { Folder } from "./useFolder";

const View = styled.div`
  display: grid; align-content: start; gap: 12px; padding: 10px 12px; overflow: auto; min-height: 0;
  h2 { font-size: var(--size-text); margin-bottom: 4px; }
  form { display: flex; flex-wrap: wrap; gap: 6px; align-items: end; }
  form label { display: grid; gap: 2px; flex: 1 1 160px; }
  input { min-width: 0; padding: 3px 6px; border: 1px solid var(--faint); border-radius: var(--round-box); background: var(--paper); color: var(--ink); }
  ul { margin: 0; padding: 0; list-style: none; overflow: visible; }
  li { display: flex; flex-wrap: wrap; gap: 2px 10px; align-items: baseline; padding: 5px 0; border-top: 1px solid var(--hairline); overflow-wrap: anywhere; }
  li .soft, p.soft { color: var(--soft); font-size: var(--size-note); }
  li button { width: auto; padding: 1px 8px; font-size: var(--size-note); }
  li .undone { text-decoration: line-through; color: var(--soft); }
  p { max-width: 62ch; }
  [role="alert"] { padding-left: 8px; border-left: 4px solid var(--wrong); }
`;

export function SiteHistory({ siteId, folder }: { siteId: number; folder: Folder }) {
  const path = { site_id: siteId };
  const queries = useQueryClient();
  const kept = useQuery({ queryKey: ["kept", siteId], queryFn: () => ask(client.GET("/api/sites/{site_id}/kept", { params: { path } })) });
  const [name, setName] = useState("");
  const [trouble, setTrouble] = useState("");
  const attempt = async (doing: () => Promise<unknown>) => {
    setTrouble("");
    try {
      await doing();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
    await queries.invalidateQueries({ queryKey: ["kept", siteId] });
    await queries.invalidateQueries({ queryKey: ["revisions", siteId] });
  };
  const make = (event: FormEvent) => {
    event.preventDefault();
    void attempt(async () => {
      await folder.save();
      await ask(client.POST("/api/sites/{site_id}/moments", { params: { path }, body: { name } }));
      setName("");
    });
  };
  const bringBack = (moment: Moment) => attempt(async () => {
    await folder.save();
    const { data, error } = await client.POST("/api/sites/{site_id}/moments/{moment_id}/bring-back", { params: { path: { ...path, moment_id: moment.id } } });
    if (error !== undefined) throw new Error(String((error as { detail?: string }).detail ?? "It could not be brought back."));
    if (data) await folder.follow(data);
  });
  const forget = (moment: Moment) => attempt(() => client.DELETE("/api/sites/{site_id}/moments/{moment_id}", { params: { path: { ...path, moment_id: moment.id } } }));
  const { moments = [], steps = [] } = kept.data ?? {};
  return (
    <View>
      {(trouble || folder.trouble) && <p role="alert">{trouble || folder.trouble}</p>}
      <section aria-label="Named moments">
        <h2>Named moments</h2>
        <form onSubmit={make}>
          <label>Name for the site as it is now <input required maxLength={80} value={name} placeholder="before the footer" onChange={(event) => setName(event.target.value)} /></label>
          <Button type="submit">Name it</Button>
        </form>
        <ul>
          {moments.map((moment) => (
            <li key={moment.id}>
              <strong>{moment.name}</strong>
              <span className="soft">{when(moment.made_at)}, {moment.changed === 0 ? "as it is now" : `${moment.changed} of its files ${moment.changed === 1 ? "is" : "are"} not as then`}</span>
              <Button isDisabled={moment.changed === 0} onPress={() => void bringBack(moment)}>Bring it back whole</Button>
              <LinkButton onPress={() => void forget(moment)}>Forget the name</LinkButton>
            </li>
          ))}
        </ul>
        {kept.data && moments.length === 0 && <p className="soft">None yet. A named moment is kept however old it gets.</p>}
      </section>
      <section aria-label="Steps over files">
        <h2>What was done to its files</h2>
        <ul>
          {steps.map((step) => (
            <li key={step.id}>
              <span className={step.undone ? "undone" : undefined}>{step.words}</span>
              <span className="soft">{when(step.made_at)}{step.undone ? ", undone" : ""}</span>
              {!step.undone && <Button isDisabled={folder.isBusy} aria-label={`Undo: ${step.words}`} onPress={() => folder.undo(step)}>Undo</Button>}
            </li>
          ))}
        </ul>
        {kept.data && steps.length === 0 && <p className="soft">Nothing yet: what is made, renamed, moved, removed or replaced stands here, and is undone here.</p>}
      </section>
      {kept.data && <p className="soft">Earlier states take {size(kept.data.bytes)} of at most {size(kept.data.most)}. {kept.data.rule}</p>}
    </View>
  );
}
