/** Parts that ship: put into the site as its own files, linked, and taken out without a trace. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { ask, client, type SitePart } from "../../../api/client";
import { Button } from "../../../kit/Button";
import type { Folder } from "../folder/useFolder";
import { Panel } from "./Panel";

const List = styled.ul`
  margin: 0; padding: 0; list-style: none;
  > li { display: grid; gap: 4px; padding: 8px 0; border-bottom: 1px solid var(--hairline); }
  strong { font-weight: var(--weight-strong); } code { font: var(--size-note)/1.4 var(--font-number); overflow-wrap: anywhere; }
  .there { color: var(--right, var(--lake)); }
`;

interface Props {
  siteId: number;
  page: string;
  folder: Folder;
  onLeave: () => void;
}

export function PartsPanel({ siteId, page, folder, onLeave }: Props) {
  const known = useQuery({ queryKey: ["parts", siteId, folder.last?.id, folder.said], queryFn: () => ask(client.GET("/api/sites/{site_id}/parts", { params: { path: { site_id: siteId } } })), placeholderData: (before) => before });
  const { parts = [], there = [], outside = [] } = known.data ?? {};
  const title = (name: string) => parts.find((one) => one.name === name)?.title ?? name;
  return (
    <Panel aria-label="Parts">
      <div className="head">
        <h2>Parts</h2>
        <Button onPress={onLeave}>Leave it</Button>
      </div>
      <p>Each becomes files of the site below parts/, with its licence; {page} links it by a relative address. Nothing is fetched from anywhere.</p>
      <div role="status">{folder.trouble && <p role="alert">{folder.trouble}</p>}{folder.said && <p>{folder.said}</p>}{known.isError && <p role="alert">{known.error.message}</p>}</div>
      {outside.length > 0 && (
        <>
          <h3>From outside</h3>
          <ul aria-label="From outside">
            {outside.map((one) => <li key={`${one.path} ${one.line} ${one.address}`}>{one.path}, line {one.line}: {one.address}. {one.part ? <>{title(one.part)} can stand in for it.</> : "No part can stand in for it."}</li>)}
          </ul>
        </>
      )}
      <List aria-label="Parts that ship">
        {parts.map((one) => <Part key={one.name} part={one} isThere={there.includes(one.name)} page={page} folder={folder} />)}
      </List>
    </Panel>
  );
}

function Part({ part, isThere, page, folder }: { part: SitePart; isThere: boolean; page: string; folder: Folder }) {
  const [said, setSaid] = useState<Record<string, number | string>>({});
  return (
    <li>
      <div className="line">
        <strong>{part.title}</strong> {isThere && <span className="there">in the site</span>}
        {(!isThere || part.parameters.length > 0) && <Button isDisabled={folder.isBusy} aria-label={`${isThere ? "Put in as chosen" : "Put in"}: ${part.title}`} onPress={() => void folder.wish({ do: "put-part", part: part.name, pages: [page], chosen: said })}>{isThere ? "Put in as chosen" : "Put in"}</Button>}
        {isThere && part.link && <Button isDisabled={folder.isBusy} aria-label={`Link it in ${page}: ${part.title}`} onPress={() => void folder.wish({ do: "put-part", part: part.name, pages: [page], chosen: said })}>Link it in {page}</Button>}
        {isThere && <Button isDisabled={folder.isBusy} aria-label={`Take out: ${part.title}`} onPress={() => void folder.wish({ do: "take-part", part: part.name })}>Take out</Button>}
      </div>
      <span>{part.about} {part.licence}.</span>
      {part.parameters.length > 0 && (
        <div className="line">
          {part.parameters.map((one) => (
            <label key={one.name}>{one.title}{" "}
              {one.choices.length > 0 && <select value={String(said[one.name] ?? one.value)} onChange={(event) => setSaid({ ...said, [one.name]: event.target.value })}>{one.choices.map((choice) => <option key={choice}>{choice}</option>)}</select>}
              {one.is_colour && <input type="color" value={String(said[one.name] ?? one.value)} onChange={(event) => setSaid({ ...said, [one.name]: event.target.value })} />}
              {one.choices.length === 0 && !one.is_colour && <><input type="number" min={one.least} max={one.most} style={{ width: 72 }} value={Number(said[one.name] ?? one.value)} onChange={(event) => setSaid({ ...said, [one.name]: Math.round(Number(event.target.value)) })} /> {one.unit}</>}
            </label>
          ))}
        </div>
      )}
      <code>{part.use}</code>
    </li>
  );
}
