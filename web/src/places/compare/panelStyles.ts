/** How what stands beside the line-up looks: lists, fields and notes of all panels alike. */
import styled from "styled-components";

export const PanelBody = styled.div`
  accent-color: var(--lake);
  .items { margin: 0 0 10px; padding: 0; list-style: none; }
  .items > li { padding: 5px 0; border-bottom: 1px solid var(--hairline); overflow-wrap: anywhere; }
  .row { display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: baseline; }
  .row > :first-child { margin-right: auto; }
  .soft { color: var(--soft); font-size: var(--size-note); }
  .wrong { color: var(--wrong); font-weight: var(--weight-strong); } .good { color: var(--ink); font-weight: var(--weight-strong); }
  .field { display: grid; gap: 2px; margin: 6px 0; color: var(--soft); font-size: var(--size-note); }
  .field input, .field select, .field textarea { width: 100%; padding: 5px 8px; border: 1px solid var(--soft); border-radius: var(--round-box); background: var(--paper); color: var(--ink); font: inherit; font-size: var(--size-text); }
  .check { display: flex; gap: 8px; align-items: baseline; padding: 2px 0; }
  input:focus-visible, select:focus-visible { outline: 2px solid var(--lake); outline-offset: 1px; }
  .small button, button.small { padding: 1px 8px; font-size: var(--size-note); }
  ul.inner { margin: 3px 0 0; padding-left: 14px; font-size: var(--size-note); }
  .bar { width: 140px; height: 8px; border: 1px solid var(--hairline); border-radius: var(--round-box); overflow: hidden; background: var(--paper); }
  .bar i { display: block; height: 100%; background: var(--lake); }
  .number { font-family: var(--font-number); font-variant-numeric: tabular-nums; }
  [role="alert"] { color: var(--wrong); }
`;
