import { Fragment, type ReactNode } from "react";
import { Group, Panel, Separator, useDefaultLayout } from "react-resizable-panels";
import styled from "styled-components";

const Line = styled(Separator)`
  position: relative; flex: none; background: var(--hairline); outline-offset: -1px;
  &[aria-orientation="vertical"] { width: 5px; margin: 0 -2px; z-index: 2; background: linear-gradient(90deg, transparent 2px, var(--hairline) 2px 3px, transparent 3px); }
  &[aria-orientation="horizontal"] { height: 5px; margin: -2px 0; z-index: 2; background: linear-gradient(transparent 2px, var(--hairline) 2px 3px, transparent 3px); }
  &:hover, &:focus-visible, &[data-separator="active"] { background: var(--lake); }
`;

export interface Pane {
  id: string;
  /** As CSS has it: px, %, vh. */
  usual: string;
  least: string;
  content: ReactNode;
}

interface Props {
  id: string;
  orientation: "horizontal" | "vertical";
  /** What the lines between them are called, from the first on. */
  lines: string[];
  panes: Pane[];
}

/** Panes beside or under each other, sized by pointer and by arrow keys on the lines between them; sizes are kept. */
export function Panes({ id, orientation, lines, panes }: Props) {
  const { defaultLayout, onLayoutChanged } = useDefaultLayout({ id: `hillpin.panes.${id}`, panelIds: panes.map((pane) => pane.id), storage: localStorage, onlySaveAfterUserInteractions: true });
  return (
    <Group key={panes.map((pane) => pane.id).join()} orientation={orientation} defaultLayout={defaultLayout} onLayoutChanged={onLayoutChanged} style={{ minHeight: 0 }}>
      {panes.map((pane, number) => (
        <Fragment key={pane.id}>
          {number > 0 && <Line aria-label={lines[number - 1]} />}
          <Panel id={pane.id} defaultSize={pane.usual} minSize={pane.least} style={{ overflow: "hidden" }}>{pane.content}</Panel>
        </Fragment>
      ))}
    </Group>
  );
}
