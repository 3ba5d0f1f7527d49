import { memo, useState } from "react";
import styled from "styled-components";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { clampHeight } from "./useViewport";

const Bar = styled.form`
  display: flex; gap: 6px; align-items: center; padding: 2px 8px; border-radius: var(--round-small); background: var(--panel); color: var(--soft); font-size: var(--size-note); white-space: nowrap;
  input { width: 52px; padding: 0 4px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); color: var(--ink); }
  button { padding: 1px 9px; font-size: var(--size-note); }
  button[aria-pressed="true"] { background: var(--lake-wash); border-color: var(--lake); color: var(--ink); }
`;

interface Props {
  width: number;
  height: number;
  scale: number;
  /** Whether all of the viewport is drawn, smaller where it is higher than the room. */
  isWhole: boolean;
  onWhole: (isWhole: boolean) => void;
  onHeight: (height: number) => void;
}

/** The viewport that the page is drawn for: its height can be set, and all of it seen at once. */
export const ViewportBar = memo(function ViewportBar({ width, height, scale, isWhole, onWhole, onHeight }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const settle = () => {
    const wanted = Number(typed);
    if (typed !== null && Number.isFinite(wanted) && wanted > 0) onHeight(clampHeight(wanted));
    setTyped(null);
  };
  return (
    <Bar onSubmit={(event) => { event.preventDefault(); settle(); }}>
      <span>{px(width)} ×</span>
      <input aria-label="Viewport height" inputMode="numeric" value={typed ?? String(height)} onChange={(event) => setTyped(event.target.value)} onBlur={settle} />
      <Button aria-pressed={isWhole} onPress={() => onWhole(!isWhole)}>All of it</Button>
      {scale < 1 && <span>drawn at {Math.round(scale * 100)}%</span>}
    </Bar>
  );
});
