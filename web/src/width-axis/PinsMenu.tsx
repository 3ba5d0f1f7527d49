import { useQueryClient } from "@tanstack/react-query";
import { type SubmitEvent, useState } from "react";
import { Dialog, DialogTrigger, Popover } from "react-aria-components";
import styled from "styled-components";
import { ask, client, type Pin, type Site } from "../api/client";
import { Button, LinkButton } from "../kit/Button";
import { px } from "../kit/numbers";

const Corner = styled.div`
  position: absolute; top: 4px; right: 20px;
  button { padding: 1px 10px; font-size: 12px; }
`;

const Sheet = styled(Popover)`
  width: 320px; border: 1px solid var(--hairline); border-radius: 4px; background: var(--panel); color: var(--ink);
  section { padding: 12px 14px; outline: none; }
  h2 { margin: 0 0 8px; font-size: 14px; }
  ul { max-height: 220px; margin: 0 0 10px; padding: 0; overflow: auto; list-style: none; }
  li { display: flex; gap: 12px; align-items: baseline; justify-content: space-between; padding: 3px 0; border-bottom: 1px solid var(--hairline); }
  li > :first-child { min-width: 0; overflow-wrap: anywhere; }
  form { display: grid; grid-template-columns: 1fr auto; gap: 6px 8px; align-items: end; }
  label { font-size: 12px; color: var(--soft); }
  input { width: 100%; padding: 5px 8px; border: 1px solid var(--soft); border-radius: 4px; background: var(--paper); color: var(--ink); font: inherit; }
  input:focus-visible { outline: 2px solid var(--lake); outline-offset: 1px; }
  [role="alert"] { grid-column: 1 / -1; margin: 0; color: var(--pin); }
`;

interface Props {
  siteId: number;
  pins: Pin[];
  walker: number;
  height: number;
  onWalk: (width: number) => void;
}

/** The site's pins: walk to one, pull one out, put one where the walker stands. */
export function PinsMenu(props: Props) {
  const [corner, setCorner] = useState<HTMLElement | null>(null);
  return (
    <Corner ref={setCorner}>
      <DialogTrigger>
        <Button>Pins</Button>
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
      queries.setQueryData<Site>(["site", siteId], (site) => site && { ...site, pins: kept });
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
            <LinkButton onPress={() => onWalk(pin.width)}>{pin.name}, {px(pin.width)} × {px(pin.height)}</LinkButton>
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
    </>
  );
}
