import type { ButtonHTMLAttributes } from "react";
import { Button as AriaButton } from "react-aria-components";
import styled, { css } from "styled-components";

interface Props extends Omit<ButtonHTMLAttributes<HTMLButtonElement>, "onClick" | "disabled"> {
  onPress?: () => void;
  isDisabled?: boolean;
}

/** The browser's own button: there are many on a screen that is drawn anew at every keystroke. */
function Plain({ onPress, isDisabled, ...rest }: Props) {
  return <button type="button" onClick={onPress} disabled={isDisabled} {...rest} />;
}

const worded = css`
  padding: 5px 12px; border: 1px solid var(--hairline); border-radius: 4px; background: var(--panel); color: var(--ink); cursor: pointer;
  &:hover:not(:disabled) { border-color: var(--lake); color: var(--lake); }
  &:focus-visible { outline: 2px solid var(--lake); outline-offset: 2px; }
  &:disabled { opacity: 0.55; cursor: default; }
  &[data-strong], &[data-strong]:hover:not(:disabled) { background: var(--lake); border-color: var(--lake); color: var(--on-lake); font-weight: 600; }
`;

/** A button with words: quiet by default, `data-strong` for the one that matters most. */
export const Button = styled(Plain)`${worded}`;

/** A button with words that opens a sheet beside it. */
export const OpeningButton = styled(AriaButton)`${worded}`;

/** A button that reads as a link in running text. */
export const LinkButton = styled(Plain)`
  padding: 0; border: 0; background: none; color: var(--lake); text-decoration: underline; text-underline-offset: 2px; cursor: pointer; text-align: left;
  &:focus-visible { outline: 2px solid var(--lake); outline-offset: 2px; }
`;
