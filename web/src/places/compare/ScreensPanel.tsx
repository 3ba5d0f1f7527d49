import { useQuery } from "@tanstack/react-query";
import { type SubmitEvent, useState } from "react";
import { ask, client, type Site } from "../../api/client";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { type Entry, keyOf, USUAL } from "./lineUp";
import { PanelBody } from "./panelStyles";

interface Props {
  site: Site;
  entries: Entry[];
  onEntries: (entries: Entry[] | null) => void;
  free: number;
  onFree: (width: number) => void;
  reader: typeof USUAL;
  onReader: (reader: typeof USUAL) => void;
}

/** Which viewports stand in the line-up, and how their reader has set up browser and device. */
export function ScreensPanel({ site, entries, onEntries, free, onFree, reader, onReader }: Props) {
  const shipped = useQuery({ queryKey: ["screens"], queryFn: () => ask(client.GET("/api/screens")), staleTime: Infinity });
  const has = (entry: Entry) => entries.some((one) => keyOf(one) === keyOf(entry));
  const toggle = (entry: Entry) => onEntries(has(entry) ? entries.filter((one) => keyOf(one) !== keyOf(entry)) : [...entries, entry]);
  return (
    <PanelBody>
      <h2>Screens</h2>
      <h3>Pins of this site</h3>
      {site.pins.map(({ name, width, height }) => <Check key={`${name} ${width} ${height}`} entry={{ name, width, height }} has={has} onToggle={toggle} />)}
      {site.pins.length === 0 && <p className="soft">None yet: put some in Write.</p>}
      <h3>Simulated screens</h3>
      <p className="soft">The height is what is left of the screen beside its own bars. A reader’s zoom makes the viewport narrower.</p>
      {shipped.data?.map((one) => <Check key={one.name} entry={{ name: one.name, width: one.viewport_width, height: one.viewport_height, touch: one.touch, density: one.density }} about={one.about} has={has} onToggle={toggle} />)}
      <FreeWidth free={free} onFree={onFree} onPut={(entry) => !has(entry) && onEntries([...entries, entry])} />
      <p className="row small"><Button onPress={() => onEntries(null)}>Back to all pins</Button></p>
      <Reader reader={reader} onReader={onReader} />
    </PanelBody>
  );
}

function Check({ entry, about, has, onToggle }: { entry: Entry; about?: string; has: (entry: Entry) => boolean; onToggle: (entry: Entry) => void }) {
  return (
    <label className="check" title={about}>
      <input type="checkbox" checked={has(entry)} onChange={() => onToggle(entry)} />
      <span>{entry.name} <span className="soft number">{px(entry.width)} × {px(entry.height)}</span></span>
    </label>
  );
}

function FreeWidth({ free, onFree, onPut }: { free: number; onFree: (width: number) => void; onPut: (entry: Entry) => void }) {
  const [height, setHeight] = useState(800);
  const put = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    onPut({ name: `at ${free}`, width: free, height });
  };
  return (
    <form onSubmit={put}>
      <h3>Any width</h3>
      <div className="row">
        <label className="field">Width<input type="number" min={240} max={1920} value={free} onChange={(event) => onFree(Number(event.target.value) || free)} /></label>
        <label className="field">Height<input type="number" min={200} max={2400} value={height} onChange={(event) => setHeight(Number(event.target.value) || height)} /></label>
        <Button type="submit">Put beside</Button>
      </div>
    </form>
  );
}

const SIZES = [16, 20, 24, 32] as const;

function Reader({ reader, onReader }: { reader: typeof USUAL; onReader: (reader: typeof USUAL) => void }) {
  const set = (part: Partial<typeof USUAL>) => onReader({ ...reader, ...part });
  return (
    <fieldset style={{ border: 0, padding: 0, margin: "14px 0 0" }}>
      <legend style={{ padding: 0 }}><strong>How the reader has set it up</strong></legend>
      <label className="field">
        Own size of type
        <select value={reader.font_size} onChange={(event) => set({ font_size: Number(event.target.value) as (typeof SIZES)[number] })}>
          {SIZES.map((size) => <option key={size} value={size}>{size}{size === 16 ? ", as browsers come" : ""}</option>)}
        </select>
      </label>
      <label className="check"><input type="checkbox" checked={reader.spaced} onChange={(event) => set({ spaced: event.target.checked })} /> Text spaced out (WCAG 2.2, 1.4.12)</label>
      <label className="check"><input type="checkbox" checked={reader.color_scheme === "dark"} onChange={(event) => set({ color_scheme: event.target.checked ? "dark" : "light" })} /> Dark scheme</label>
      <label className="check"><input type="checkbox" checked={reader.reduced_motion} onChange={(event) => set({ reduced_motion: event.target.checked })} /> Reduced motion</label>
      <label className="check"><input type="checkbox" checked={reader.hover === "none"} onChange={(event) => set({ hover: event.target.checked ? "none" : "hover" })} /> Nothing to hover with</label>
      <label className="check"><input type="checkbox" checked={reader.medium === "print"} onChange={(event) => set({ medium: event.target.checked ? "print" : "screen" })} /> Print</label>
      <label className="check"><input type="checkbox" checked={reader.forced_colors} onChange={(event) => set({ forced_colors: event.target.checked })} /> Forced colours</label>
      <p className="soft">An own size of type and forced colours are the browser’s: frames show them in the pictures of a run. The numbers below the frames follow at once.</p>
    </fieldset>
  );
}
