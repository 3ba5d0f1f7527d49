/** Colours, type and sizes: a walker's map by day and by night, as CSS variables. No colour, font or size of type stands anywhere else. */
import { createGlobalStyle } from "styled-components";

export const GlobalStyle = createGlobalStyle`
  :root {
    --font-words: "Atkinson Hyperlegible Next", sans-serif;
    --font-number: "Atkinson Hyperlegible Mono", monospace;
    --size-tick: 11px; --size-note: 12px; --size-text: 13px; --size-lead: 14px; --size-part: 15px; --size-head: 16px; --size-title: 22px;
    --weight-strong: 700; --round-small: 3px; --round-box: 4px; --round-sheet: 6px;
    --sheet: #ffffff; --day-ink: #26323a; --day-hill: #6f7d42; --day-lake: #2b6880; --day-lake-words: #1f5a70; --day-pin: #b5382a;
    --paper: #f3eee2; --panel: #fbf8f0; --hairline: #d6cab3; --frame-ground: #e7dfcc;
    --ink: #26323a; --soft: #55626a; --faint: #666051;
    --hill: #c9cfa8; --hill-line: #6f7d42; --contour: #a3ad74;
    --pin: #b5382a; --lake: #2b6880; --lake-wash: #dce8ea; --on-lake: #ffffff;
    --doubt: #865700; --wrong: #b03527; --better: #566428;
    --band: #eceddb; --hatch: #6c6656; --hatch-gap: #8a5a00;
    --code-selector: #5a4a85; --code-value: #7a4d0f; --code-word: #26323a; --code-comment: #6c6a5c; --code-string: #3f6212; --code-tag: #1f5a70;
    color-scheme: light;
  }
  :root[data-sky="night"] {
    --paper: #17212a; --panel: #1d2933; --hairline: #3a4a54; --frame-ground: #101920;
    --ink: #e9e3d3; --soft: #aab4b4; --faint: #b0aa98;
    --hill: #3d4a33; --hill-line: #a9b878; --contour: #62724b;
    --pin: #ee7f6c; --lake: #7fc0d6; --lake-wash: #23404c; --on-lake: #0f1c24;
    --doubt: #e5b454; --wrong: #f39080; --better: #b4c284;
    --band: #26332f; --hatch: #8d9a94; --hatch-gap: #e5b454;
    --code-selector: #c3b3ee; --code-value: #e7bd7d; --code-word: #e9e3d3; --code-comment: #9a978a; --code-string: #b7d28a; --code-tag: #8fcbe0;
    color-scheme: dark;
  }
  *, *::before, *::after { box-sizing: border-box; }
  html, body, #root { height: 100%; }
  /* What is hidden in one is cut off by the panel that scrolls around it, and does not make the window scroll. */
  label { position: relative; }
  body {
    margin: 0; background: var(--paper); color: var(--ink);
    font: var(--size-text)/1.45 var(--font-words); font-variant-numeric: tabular-nums;
  }
  button, input, select { font: inherit; color: inherit; }
  h1, h2, h3, p { margin: 0; }
  a { color: var(--lake); }
  :focus-visible { outline: 2px solid var(--lake); outline-offset: 2px; }
  @media (prefers-reduced-motion: reduce) { *, *::before, *::after { transition: none !important; animation: none !important; } }
`;
