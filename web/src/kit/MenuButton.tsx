/** A button with words that opens a menu; keys are said beside the words. */
import { Button as AriaButton, Menu, MenuItem, MenuTrigger, Popover } from "react-aria-components";
import styled from "styled-components";
import { worded } from "./Button";

const Opener = styled(AriaButton)`${worded}`;
const Sheet = styled(Popover)`
  min-width: 220px; padding: 4px; border: 1px solid var(--hairline); border-radius: var(--round-sheet); background: var(--panel); color: var(--ink); box-shadow: var(--shadow, 0 6px 24px rgb(0 0 0 / 0.18));
  [role="menuitem"] { display: flex; justify-content: space-between; gap: 18px; padding: 5px 10px; border-radius: var(--round-small); cursor: pointer; outline: none; }
  [role="menuitem"][data-focused] { background: var(--lake-wash); }
  small { color: var(--soft); font-size: var(--size-note); }
`;

interface Props {
  label: string;
  /** The choices by their names: words, and the key that does the same, if there is one. */
  items: readonly { id: string; words: string; keys?: string }[];
  onChoose: (id: string) => void;
}

export function MenuButton({ label, items, onChoose }: Props) {
  return (
    <MenuTrigger>
      <Opener>{label}</Opener>
      <Sheet>
        <Menu aria-label={label} onAction={(key) => onChoose(String(key))}>
          {items.map((one) => <MenuItem key={one.id} id={one.id} textValue={one.words}><span>{one.words}</span>{one.keys && <small>{one.keys}</small>}</MenuItem>)}
        </Menu>
      </Sheet>
    </MenuTrigger>
  );
}
