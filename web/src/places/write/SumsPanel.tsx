import { memo, useCallback, useEffect, useMemo, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, type ElementNumbers, type Numbers } from "../../api/client";
import { Choice } from "../../kit/Choice";
import { GoalPanel } from "./GoalPanel";
import { type AidProps, RulesPanel } from "./RulesPanel";
import { type HeldState, StatesPanel } from "./StatesPanel";
import type { Pseudo } from "./useNumbers";
import { type Quantity, WorkingPanel } from "./WorkingPanel";

const Panel = styled.section`
  padding: 8px 16px 12px; border-top: 1px solid var(--hairline); background: var(--panel); overflow: auto; min-height: 0;
  > header { margin-bottom: 8px; }
  [role="alert"] { color: var(--wrong); }
`;

const ASIDES = ["Working", "Which rule wins", "What must this be?", "States"] as const;
type Aside = (typeof ASIDES)[number];
const NO_WORKINGS: Numbers["workings"] = [];
const NO_GENERATED: Numbers["generated"] = [];
const NO_ELEMENTS: Numbers["elements"] = [];

interface Props extends Omit<AidProps, "selected" | "name"> {
  numbers: Numbers | undefined;
  element: ElementNumbers | undefined;
  measured: readonly [number, number, number, number] | null | undefined;
  caret: { path: string; offset: number } | null;
  onHold: (state: HeldState | "") => void;
  onPseudo: (pseudo: Pseudo) => void;
}

/** Under the page: the working of a number, the rules that compete, a goal to solve for, states to hold. */
export const SumsPanel = memo(function SumsPanel({ numbers, element, measured, caret, onHold, onPseudo, ...aid }: Props) {
  const [aside, setAside] = useState<Aside>("Working");
  const choice = useMemo(() => <Choice label="What is asked" options={ASIDES} value={aside} onChange={setAside} />, [aside]);
  const [trouble, setTrouble] = useState("");
  const { siteId, page, width, height, onAsk } = aid;
  const keepNow = async (of: Quantity | null) => {
    if (!element) return;
    setTrouble("");
    const path = { site_id: siteId };
    const file = caret?.path.endsWith(".css") ? caret.path : (numbers?.sheets.filter((sheet) => sheet !== page).at(-1) ?? "");
    await onAsk((drafts) => of === null
      ? ask(client.POST("/api/sites/{site_id}/sums-refresh", { params: { path }, body: { page, drafts, file } }))
      : ask(client.POST("/api/sites/{site_id}/sum-comment", { params: { path }, body: { page, drafts, width, height, selected: element.index, of } }))
    ).catch((error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)));
  };
  // The panel is not drawn anew because the texts changed: it asks for what is newest when it is pressed.
  const latest = useRef(keepNow);
  useEffect(() => {
    latest.current = keepNow;
  });
  const keep = useCallback((of: Quantity | null) => void latest.current(of), []);
  if (aside === "Working" || !element) return <WorkingPanel choice={choice} generated={numbers?.generated ?? NO_GENERATED} pseudo={(numbers?.pseudo ?? "") as Pseudo} onPseudo={onPseudo} workings={numbers?.workings ?? NO_WORKINGS} element={element} measured={measured} onSource={aid.onSource} onKeep={keep} trouble={trouble} />;
  const props = { ...aid, selected: element.index, name: element.name };
  return (
    <Panel aria-label={aside}>
      <header>{choice}</header>
      {aside === "Which rule wins" && <RulesPanel {...props} />}
      {aside === "What must this be?" && <GoalPanel {...props} caret={caret} elements={numbers?.elements ?? NO_ELEMENTS} />}
      {aside === "States" && <StatesPanel key={element.index} {...props} onHold={onHold} />}
    </Panel>
  );
});
