import { memo } from "react";
import { ToggleButton, ToggleButtonGroup } from "react-aria-components";
import styled from "styled-components";

const Group = styled(ToggleButtonGroup)`
  display: inline-flex; flex-wrap: wrap; border: 1px solid var(--hairline); border-radius: var(--round-box);
  button { padding: 2px 7px; border: 0; background: none; color: var(--soft); cursor: pointer; white-space: nowrap; font-size: var(--size-note); }
  button[data-selected] { background: var(--lake-wash); color: var(--ink); font-weight: var(--weight-strong); }
  button[data-focus-visible] { outline: 2px solid var(--lake); }
`;

interface Props<T extends string> {
  label: string;
  options: readonly T[];
  value: T;
  onChange: (value: T) => void;
}

function AnyChoice<T extends string>({ label, options, value, onChange }: Props<T>) {
  return (
    <Group aria-label={label} selectionMode="single" disallowEmptySelection selectedKeys={[value]} onSelectionChange={(keys) => onChange([...keys][0] as T)}>
      {options.map((option) => <ToggleButton key={option} id={option}>{option}</ToggleButton>)}
    </Group>
  );
}

/** One of a few, side by side. */
export const Choice = memo(AnyChoice) as typeof AnyChoice;
