/** What every panel of writing faster looks like. */
import styled from "styled-components";

export const Panel = styled.section`
  display: grid; align-content: start; gap: 6px; min-height: 0; padding: 10px 14px; overflow: auto;
  &[data-rows="outline"] { align-content: stretch; grid-template-rows: auto minmax(120px, 1fr) auto auto minmax(60px, 1fr); }
  h2 { margin: 0; font-size: var(--size-head); }
  .head { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; } .head > :first-child { margin-right: auto; }
  textarea { width: 100%; min-height: 120px; padding: 8px 10px; resize: none; border: 1px solid var(--soft); border-radius: var(--round-box); background: var(--paper); color: var(--ink); font: var(--size-text)/1.5 var(--font-number); tab-size: 2; }
  textarea:focus-visible, input:focus-visible { outline: 2px solid var(--lake); outline-offset: 1px; }
  pre { margin: 0; min-height: 60px; padding: 8px 10px; overflow: auto; border-left: 3px solid var(--hill-line); background: var(--paper); font: var(--size-note)/1.5 var(--font-number); }
  ul { margin: 0; padding: 0; list-style: none; } li { padding: 3px 0; }
  .faults li { color: var(--wrong); } .faults button { color: inherit; }
  .asks li { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; } .asks label { flex: 1 1 220px; }
  .asks input { width: 100%; padding: 3px 8px; border: 1px solid var(--soft); border-radius: var(--round-small); background: var(--paper); color: var(--ink); font: inherit; }
  .asks button { padding: 2px 8px; font-size: var(--size-note); }
  h3 { margin: 8px 0 0; font-size: var(--size-text); }
  .line { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; } .line input, .line select, table select { padding: 3px 8px; border: 1px solid var(--soft); border-radius: var(--round-small); background: var(--paper); color: var(--ink); font: inherit; }
  .line button { padding: 2px 10px; } .wide { flex: 1 1 140px; min-width: 0; }
  table { border-collapse: collapse; font-size: var(--size-note); } td, th { padding: 3px 10px 3px 0; border-bottom: 1px solid var(--hairline); text-align: left; font-weight: 400; vertical-align: top; } td { overflow-wrap: anywhere; }
  .done { color: var(--soft); } [role="alert"] { color: var(--wrong); }
  p { color: var(--soft); font-size: var(--size-note); }
`;
