import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import styled from "styled-components";
import { clampHeight, LEAST_HEIGHT, MOST_HEIGHT } from "./useViewport";

const Handle = styled.div`
  position: absolute; height: 9px; cursor: ns-resize; touch-action: none;
  &::after { content: ""; position: absolute; left: 50%; top: 3px; width: 46px; height: 3px; margin-left: -23px; border-radius: 2px; background: var(--lake); opacity: 0.55; }
  &:hover::after, &:focus-visible::after { opacity: 1; }
  &:focus-visible { outline: 2px solid var(--lake); outline-offset: -2px; border-radius: var(--round-small); }
`;

interface Props {
  top: number;
  left: number;
  width: number;
  height: number;
  scale: number;
  onHeight: (height: number) => void;
}

/** The lower end of the viewport, to drag: the height of the window, as the walker is its width. */
export function HeightHandle({ top, left, width, height, scale, onHeight }: Props) {
  const began = useRef({ y: 0, height: 0 });
  const onKey = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 100 : 10;
    const to: Record<string, number | undefined> = { ArrowUp: height - step, ArrowDown: height + step, Home: 320, End: 1200 };
    const wanted = to[event.key];
    if (wanted === undefined) return;
    event.preventDefault();
    onHeight(clampHeight(wanted));
  };
  return (
    <Handle
      role="slider" tabIndex={0} aria-label="Lower end of the viewport" aria-orientation="vertical" aria-valuemin={LEAST_HEIGHT} aria-valuemax={MOST_HEIGHT} aria-valuenow={height}
      aria-description="Arrow keys change it by 10, with Shift by 100."
      style={{ top, left, width }} onKeyDown={onKey}
      onPointerDown={(event: PointerEvent<HTMLDivElement>) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        began.current = { y: event.clientY, height };
      }}
      onPointerMove={(event: PointerEvent<HTMLDivElement>) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) onHeight(clampHeight(began.current.height + (event.clientY - began.current.y) / scale));
      }}
    />
  );
}
