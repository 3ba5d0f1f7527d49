import { Button as AriaButton } from "react-aria-components";
import styled from "styled-components";

/** A button with words: quiet by default, `data-strong` for the one that matters most. */
export const Button = styled(AriaButton)`
  padding: 5px 12px; border: 1px solid var(--hairline); border-radius: 4px; background: var(--panel); color: var(--ink); cursor: pointer;
  &[data-hovered] { border-color: var(--lake); color: var(--lake); }
  &[data-focus-visible] { outline: 2px solid var(--lake); outline-offset: 2px; }
  &[data-disabled] { opacity: 0.55; cursor: default; }
  &[data-strong] { background: var(--lake); border-color: var(--lake); color: var(--on-lake); font-weight: 600; }
`;

/** A button that reads as a link in running text. */
export const LinkButton = styled(AriaButton)`
  padding: 0; border: 0; background: none; color: var(--lake); text-decoration: underline; text-underline-offset: 2px; cursor: pointer; text-align: left;
  &[data-focus-visible] { outline: 2px solid var(--lake); outline-offset: 2px; }
`;
