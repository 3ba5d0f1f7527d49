import { type ReactNode, useState } from "react";
import { Dialog, DialogTrigger, Popover } from "react-aria-components";
import styled from "styled-components";
import { OpeningButton } from "./OpeningButton";

const Sheet = styled(Popover)`
  max-height: 84vh; overflow: auto; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--panel); color: var(--ink);
  section { outline: none; }
`;

interface Props {
  /** What stands on the button. */
  words: ReactNode;
  /** The button's name, where its words do not say it. */
  name?: string;
  /** The sheet's name. */
  label: string;
  placement: "top end" | "bottom start" | "bottom end";
  width?: number;
  children: (close: () => void) => ReactNode;
}

/** A button that opens a sheet beside it, within the landmark that the button stands in. */
export function OpeningSheet({ words, name, label, placement, width, children }: Props) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  return (
    <span ref={setPlace}>
      <DialogTrigger>
        <OpeningButton aria-label={name}>{words}</OpeningButton>
        <Sheet placement={placement} UNSTABLE_portalContainer={place?.closest<HTMLElement>("main, header") ?? undefined} style={width === undefined ? undefined : { width: `min(${width}px, calc(100vw - 24px))` }}>
          <Dialog aria-label={label}>{({ close }) => children(close)}</Dialog>
        </Sheet>
      </DialogTrigger>
    </span>
  );
}
