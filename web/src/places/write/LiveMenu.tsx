/** The live address: the page as a browser gets it, on this machine or the network, and who looks on. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { memo, useEffect, useState } from "react";
import styled from "styled-components";
import { ask, client, type Live, type LiveViewer, type Site } from "../../api/client";
import type { Line } from "../../api/line";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { OpeningSheet } from "../../kit/OpeningSheet";
import { setNow } from "../../kit/setNow";

const Told = styled.div`
  display: grid; gap: 10px; padding: 12px 14px;
  h2 { font-size: var(--size-part); } h3 { font-size: var(--size-text); }
  .qr { display: grid; grid-template-columns: 132px 1fr; gap: 12px; align-items: start; }
  .qr svg { width: 132px; height: 132px; background: var(--sheet); border: 6px solid var(--sheet); }
  .qr path { stroke: var(--day-ink); fill: none; }
  a { overflow-wrap: anywhere; }
  label { display: flex; gap: 6px; align-items: baseline; }
  ul { display: grid; gap: 8px; margin: 0; padding: 0; list-style: none; }
  li { display: grid; gap: 3px; padding-top: 6px; border-top: 1px solid var(--hairline); }
  li li { display: block; padding: 2px 0 0; border: 0; font-size: var(--size-note); }
  .row { display: flex; flex-wrap: wrap; gap: 6px; align-items: baseline; }
  .row button { padding: 1px 8px; font-size: var(--size-note); }
  .soft { color: var(--soft); font-size: var(--size-note); }
  [role="alert"] { padding-left: 8px; border-left: 4px solid var(--wrong); }
`;

export const LiveMenu = memo(function LiveMenu({ site, line }: { site: Site; line: Line }) {
  const queries = useQueryClient();
  const path = { site_id: site.id };
  const key = ["live", site.id];
  const [trouble, setTrouble] = useState("");
  const live = useQuery({ queryKey: key, queryFn: () => ask(client.GET("/api/sites/{site_id}/live", { params: { path } })), refetchInterval: (query) => (query.state.data?.is_on ? 15_000 : false) });
  useEffect(() => line.onNews((news) => {
    if (news.kind === "viewers") void queries.invalidateQueries({ queryKey: ["live", site.id] });
  }), [line, queries, site.id]);
  const set = async (on: boolean, network: boolean) => {
    setTrouble("");
    try {
      await setNow<Live>(queries, key, await ask(client.PUT("/api/sites/{site_id}/live", { params: { path }, body: { on, network } })));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const now = live.data;
  const count = now?.viewers.length ?? 0;
  return (
    <OpeningSheet words={`Live${now?.is_on ? `, ${count === 0 ? "nobody" : count} ${count > 1 ? "look" : "looks"} on` : ""}`} label="Live address" placement="bottom end" width={430}>
      {() => (
        <Told>
          <h2>Live address</h2>
          {trouble && <p role="alert">{trouble}</p>}
          {!now?.is_on && <><p>The pages as a browser gets them, on an address of their own: to read only, anew after each save, at the same place.</p><Button data-strong onPress={() => void set(true, false)}>Begin</Button></>}
          {now?.is_on && <Shown live={now} onSet={set} />}
          {now?.is_on && <Viewers site={site} viewers={now.viewers} onSet={set} network={now.is_on_network} />}
        </Told>
      )}
    </OpeningSheet>
  );
});

function Shown({ live, onSet }: { live: Live; onSet: (on: boolean, network: boolean) => Promise<void> }) {
  return (
    <>
      <div className="qr">
        <svg viewBox={`0 -0.5 ${live.picture_size} ${live.picture_size}`} role="img" aria-label="The address as a QR code"><path d={live.picture} /></svg>
        <div style={{ display: "grid", gap: 6 }}>
          {live.addresses.map((address) => <a key={address} href={address} target="_blank" rel="noreferrer noopener">{address}</a>)}
        </div>
      </div>
      <label><input type="checkbox" checked={live.is_on_network} onChange={(event) => void onSet(true, event.target.checked)} /> Other machines of this network may look on, with the whole address</label>
    </>
  );
}

function Viewers({ site, viewers, onSet, network }: { site: Site; viewers: LiveViewer[]; onSet: (on: boolean, network: boolean) => Promise<void>; network: boolean }) {
  return (
    <>
      <h3>Who looks on</h3>
      {viewers.length === 0 && <p className="soft">Nobody yet. A device that opens the address stands here, with its viewport.</p>}
      <ul aria-label="Devices">{viewers.map((viewer) => <ViewerLine key={viewer.number} site={site} viewer={viewer} />)}</ul>
      <div className="row"><Button onPress={() => void onSet(false, network)}>End it for all</Button></div>
    </>
  );
}

const SIDES = ["x", "y", "width", "height"];

/** What of a box is otherwise on a device: `height 828.13 there, 788.13 computed`. */
function apartBy({ device, computed }: { device: number[]; computed: number[] }): string {
  const parts = SIDES.flatMap((side, place) => {
    const [there, here] = [device[place] ?? 0, computed[place] ?? 0];
    return Math.abs(there - here) > 0.5 ? [`${side} ${px(there)} there, ${px(here)} computed`] : [];
  });
  return parts.join("; ");
}

function ViewerLine({ site, viewer }: { site: Site; viewer: LiveViewer }) {
  const queries = useQueryClient();
  const path = { site_id: site.id };
  const [said, setSaid] = useState("");
  const name = `${viewer.kind} ${viewer.number}`;
  const compared = useQuery({
    queryKey: ["compared", site.id, viewer.number, viewer.page, viewer.width, viewer.height, site.updated_at, viewer.told],
    queryFn: () => ask(client.GET("/api/sites/{site_id}/live/{number}/compared", { params: { path: { ...path, number: viewer.number } } })),
    retry: false, placeholderData: (before) => before,
  });
  const pin = async () => {
    const pins = [...site.pins, { name, width: viewer.width, height: viewer.height }];
    try {
      await ask(client.PUT("/api/sites/{site_id}/pins", { params: { path }, body: pins }));
      await queries.invalidateQueries({ queryKey: ["site", site.id] });
      setSaid("It is a pin now.");
    } catch (error) {
      setSaid(error instanceof Error ? error.message : String(error));
    }
  };
  const isPinned = site.pins.some((one) => one.width === viewer.width && one.height === viewer.height);
  const told = compared.data;
  return (
    <li>
      <div className="row">
        <strong>{name}</strong> {px(viewer.width)} × {px(viewer.height)}, {viewer.density} pixels to one{viewer.scrollbar > 0 ? `, a scrollbar of ${viewer.scrollbar} beside` : ""}
        <Button aria-disabled={isPinned} onPress={() => isPinned || void pin()}>{isPinned ? "Is a pin" : "Make it a pin"}</Button>
      </div>
      <span className="soft">{viewer.page}{viewer.follows ? "" : ", gone a moment ago"} {said}</span>
      {compared.isError && <span className="soft">{compared.error.message}</span>}
      {told && <span role="status">{told.why || (told.apart === 0 ? `All ${told.compared} boxes stand where they are computed.` : `${told.apart} of ${told.compared} boxes stand elsewhere on this device:`)}</span>}
      {told && told.apart > 0 && (
        <ul>
          {told.partings.map((one) => (
            <li key={one.index}>{one.name}{one.line ? `, line ${one.line}` : ""}: {apartBy(one)}</li>
          ))}
        </ul>
      )}
      {told && told.apart > told.partings.length && <span className="soft">and {told.apart - told.partings.length} more, most of them inside these</span>}
    </li>
  );
}
