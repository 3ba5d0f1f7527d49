import { useQueryClient } from "@tanstack/react-query";
import { type SubmitEvent, useState } from "react";
import { Dialog, DialogTrigger, Popover } from "react-aria-components";
import styled from "styled-components";
import { ask, client, type Pin, type Site } from "../api/client";
import { Button, LinkButton } from "../kit/Button";
import { OpeningButton } from "../kit/OpeningButton";
import { Choice } from "../kit/Choice";
import { px } from "../kit/numbers";
import { setNow } from "../kit/setNow";

const Corner = styled.div`
  position: absolute; top: 4px; right: 20px;
  button { padding: 1px 10px; font-size: var(--size-note); }
`;

const Sheet = styled(Popover)`
  width: 320px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--panel); color: var(--ink);
  section { padding: 12px 14px; outline: none; }
  h2 { margin: 0 0 8px; font-size: var(--size-lead); }
  ul { max-height: 220px; margin: 0 0 10px; padding: 0; overflow: auto; list-style: none; }
  li { display: flex; gap: 12px; align-items: baseline; justify-content: space-between; padding: 3px 0; border-bottom: 1px solid var(--hairline); }
  li > :first-child { min-width: 0; overflow-wrap: anywhere; }
  form { display: grid; grid-template-columns: 1fr auto; gap: 6px 8px; align-items: end; }
  label { font-size: var(--size-note); color: var(--soft); }
  input { width: 100%; padding: 5px 8px; border: 1px solid var(--soft); border-radius: var(--round-box); background: var(--paper); color: var(--ink); font: inherit; }
  input:focus-visible { outline: 2px solid var(--lake); outline-offset: 1px; }
  details { margin-top: 10px; } summary { cursor: pointer; color: var(--lake); margin-bottom: 6px; } details ul { margin-top: 6px; }
  [role="alert"] { grid-column: 1 / -1; margin: 0; color: var(--wrong); }
`;

interface Props {
  siteId: number;
  pins: Pin[];
  walker: number;
  height: number;
  onWalk: (width: number, pin?: Pin) => void;
}

/** The site's pins: walk to one, pull one out, put one where the walker stands. */
export function PinsMenu(props: Props) {
  const [corner, setCorner] = useState<HTMLElement | null>(null);
  return (
    <Corner ref={setCorner}>
      <DialogTrigger>
        <OpeningButton>Pins</OpeningButton>
        <Sheet placement="bottom end" UNSTABLE_portalContainer={corner?.closest("section") ?? undefined}><Dialog aria-label="Pins"><PinList {...props} /></Dialog></Sheet>
      </DialogTrigger>
    </Corner>
  );
}

function PinList({ siteId, pins, walker, height, onWalk }: Props) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [error, setError] = useState("");
  const save = async (wanted: Pin[]) => {
    try {
      const kept = await ask(client.PUT("/api/sites/{site_id}/pins", { params: { path: { site_id: siteId } }, body: wanted }));
      await setNow<Site>(queries, ["site", siteId], (site) => site && { ...site, pins: kept });
      setError("");
      return true;
    } catch (failure) {
      setError((failure as Error).message);
      return false;
    }
  };
  const add = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    void save([...pins, { name, width: walker, height }]).then((isKept) => isKept && setName(""));
  };
  return (
    <>
      <h2>Pins of this site</h2>
      <ul>
        {pins.map((pin) => (
          <li key={`${pin.name} ${pin.width} ${pin.height}`}>
            <LinkButton onPress={() => onWalk(pin.width, pin)}>{pin.name}, {px(pin.width)} × {px(pin.height)}</LinkButton>
            <LinkButton aria-label={`Pull out ${pin.name}`} onPress={() => void save(pins.filter((other) => other !== pin))}>Pull out</LinkButton>
          </li>
        ))}
        {pins.length === 0 && <li>None yet.</li>}
      </ul>
      <form onSubmit={add}>
        <label>
          A name for {px(walker)} × {px(height)}
          <input value={name} maxLength={40} required onChange={(event) => setName(event.target.value)} />
        </label>
        <Button type="submit" data-strong>Put a pin</Button>
        {error && <p role="alert">{error}</p>}
      </form>
      <Suggestions pins={pins} onPut={(pin) => void save([...pins, pin])} />
    </>
  );
}

const SIZES: readonly Pin[] = [
  { name: "small phone", width: 320, height: 568 }, { name: "phone", width: 390, height: 844 }, { name: "large phone", width: 430, height: 932 },
  { name: "small tablet", width: 768, height: 1024 }, { name: "tablet", width: 834, height: 1194 }, { name: "laptop", width: 1280, height: 720 },
  { name: "large laptop", width: 1440, height: 900 }, { name: "desk", width: 1920, height: 1080 },
];
const WAYS = ["Upright", "On its side"] as const;

/** Sizes that are common among devices, either way round, to put as pins. */
function Suggestions({ pins, onPut }: { pins: Pin[]; onPut: (pin: Pin) => void }) {
  const [way, setWay] = useState<(typeof WAYS)[number]>("Upright");
  const sizes = SIZES.map((size) => {
    const [least, most] = [Math.min(size.width, size.height), Math.max(size.width, size.height)];
    return way === "Upright" ? { ...size, width: least, height: most } : { name: `${size.name} on its side`, width: most, height: least };
  });
  const left = sizes.filter((size) => !pins.some((pin) => pin.width === size.width && pin.height === size.height));
  return (
    <details>
      <summary>Sizes to begin with</summary>
      <Choice label="Which way round" options={WAYS} value={way} onChange={setWay} />
      <ul>
        {left.map((size) => (
          <li key={size.name}>
            <span>{size.name}, {px(size.width)} × {px(size.height)}</span>
            <LinkButton aria-label={`Put a pin for ${size.name}`} onPress={() => onPut(size)}>Put</LinkButton>
          </li>
        ))}
      </ul>
    </details>
  );
}
