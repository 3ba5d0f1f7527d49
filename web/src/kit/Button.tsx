import type { ButtonHTMLAttributes } from "react";
import styled, { css } from "styled-components";

interface Props extends Omit<ButtonHTMLAttributes<HTMLButtonElement>, "onClick" | "disabled"> {
  onPress?: () => void;
  isDisabled?: boolean;
}

/** The browser's own button: there are many on a screen that is drawn anew at every keystroke. */
function Plain({ onPress, isDisabled, ...rest }: Props) {
  return <button type="button" onClick={onPress} disabled={isDisabled} {...rest} />;
}

/** What every button with words looks like. */
export const worded = css`
  padding: 5px 12px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--panel); color: var(--ink); cursor: pointer;
  &:hover:not(:disabled) { border-color: var(--lake); color: var(--lake); }
  &:focus-visible { outline: 2px solid var(--lake); outline-offset: 2px; }
  &:disabled { opacity: 0.55; cursor: default; }
  &[data-strong], &[data-strong]:hover:not(:disabled) { background: var(--lake); border-color: var(--lake); color: var(--on-lake); font-weight: var(--weight-strong); }
`;

/** A button with words: quiet by default, `data-strong` for the one that matters most. */
export const Button = styled(Plain)`${worded}`;

/** A button that reads as a link in running text. */
export const LinkButton = styled(Plain)`
  padding: 0; border: 0; background: none; color: var(--lake); text-decoration: underline; text-underline-offset: 2px; cursor: pointer; text-align: left;
  &:focus-visible { outline: 2px solid var(--lake); outline-offset: 2px; }
`;
