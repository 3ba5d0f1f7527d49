import styled from "styled-components";
import type { LineUpNumbers } from "../../api/client";
import type { Standing } from "./lineUp";

const Strip = styled.nav`
  min-height: 0; overflow: auto; padding: 10px 0 14px 14px; border-right: 1px solid var(--hairline); background: var(--panel);
  h2 { margin: 0 0 6px; font-size: var(--size-text); }
  ol { margin: 0 0 14px; padding: 0; list-style: none; }
  button { display: block; width: 100%; padding: 5px 8px 4px; border: 0; border-left: 3px solid transparent; background: none; text-align: left; cursor: pointer; overflow-wrap: anywhere; }
  button:hover { color: var(--lake); }
  button[aria-current] { border-left-color: var(--lake); background: var(--lake-wash); font-weight: var(--weight-strong); }
  button:focus-visible { outline: 2px solid var(--lake); outline-offset: -2px; }
  small { display: block; color: var(--soft); font-size: var(--size-tick); font-weight: 400; }
  p { padding-right: 10px; color: var(--soft); font-size: var(--size-note); overflow-wrap: anywhere; }
`;

interface Props {
  sections: LineUpNumbers["sections"];
  standing: Standing | null;
  onStand: (index: number) => void;
  selected: number | null;
  name: string;
  onSelect: (index: number | null) => void;
}

/** The page's sections: all frames stand at the chosen one. */
export function SectionStrip({ sections, standing, onStand, selected, name, onSelect }: Props) {
  return (
    <Strip aria-label="Sections of the page">
      <h2>All stand at</h2>
      <ol>
        {sections.map((one) => (
          <li key={one.index}>
            <button type="button" aria-current={standing?.index === one.index ? "true" : undefined} onClick={() => onStand(one.index)}>
              {one.name}{one.heading && <small>{one.heading}</small>}
            </button>
          </li>
        ))}
      </ol>
      {selected === null
        ? <p>Click a box in any frame: it is outlined in all, with its numbers below.</p>
        : <><h2>Selected</h2><p><strong>{name}</strong></p><button type="button" onClick={() => onStand(selected)}>Stand at it</button><button type="button" onClick={() => onSelect(null)}>Select nothing</button></>}
    </Strip>
  );
}
