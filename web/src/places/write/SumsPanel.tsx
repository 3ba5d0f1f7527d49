import { memo, useCallback, useEffect, useMemo, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client, type ElementNumbers, type Numbers } from "../../api/client";
import { Button } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { patiently } from "../../kit/patiently";
import type { AidProps } from "./aid";
import { AIDS } from "./aids";
import type { Folder } from "./folder/useFolder";
import { EnlargeForm } from "./EnlargeForm";
import { InterestForm } from "./InterestForm";
import { LyingOver } from "./LyingOver";
import { PartsBand } from "./PartsBand";
import { PictureFilesForm } from "./PictureFilesForm";
import type { Pseudo } from "./useNumbers";
import { type Quantity, WorkingPanel } from "./WorkingPanel";

const Panel = styled.section`
  padding: 8px 16px 12px; border-top: 1px solid var(--hairline); background: var(--panel); overflow: auto; min-height: 0;
  > header { margin-bottom: 8px; }
  [role="alert"] { color: var(--wrong); }
`;

const WORKING = "Working";
const GOAL = "What must this be?";
const ASKED = [WORKING, ...AIDS.map((aid) => aid.name)];
const NO_WORKINGS: Numbers["workings"] = [];
const NO_GENERATED: Numbers["generated"] = [];
const NO_ELEMENTS: Numbers["elements"] = [];

interface Props extends Omit<AidProps, "selected" | "name" | "elements"> {
  numbers: Numbers | undefined;
  element: ElementNumbers | undefined;
  measured: readonly [number, number, number, number] | null | undefined;
  onPseudo: (pseudo: Pseudo) => void;
  folder: Folder;
}

/** Under the page: the working of a number, the rules that compete, a goal to solve for, states to hold. */
export const SumsPanel = memo(function SumsPanel({ numbers, element, measured, onPseudo, folder, ...aid }: Props) {
  const [aside, setAside] = useState(aid.goal ? GOAL : WORKING);
  const choice = useMemo(() => <Choice label="What is asked" options={ASKED} value={aside} onChange={setAside} />, [aside]);
  const [trouble, setTrouble] = useState("");
  const { siteId, page, width, height, caret, onAsk } = aid;
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
  const hasPicture = numbers?.workings.some((one) => one.picture && one.picture.length > 0) ?? false;
  const [isWritten, setWritten] = useState(false);
  const latestDrafts = useRef(aid.drafts);
  useEffect(() => {
    latestDrafts.current = aid.drafts;
  });
  const index = element?.index;
  const lyingOver = useMemo(() => index === undefined ? null : (
    <LyingOver
      key={`${index} ${width}`}
      onLook={() => patiently(() => ask(client.POST("/api/sites/{site_id}/lying-over", { params: { path: { site_id: siteId } }, body: { page, width, height, drafts: latestDrafts.current, selected: index } }))).then((found) => found.boxes)}
    />
  ), [siteId, page, width, height, index]);
  const isPicture = /^img\b/.test(element?.name ?? "");
  const { last } = folder;
  const said = isWritten && last && !last.undone ? <p role="status">{folder.said} <Button onPress={() => { setWritten(false); folder.undo(last); }}>Undo</Button></p> : null;
  // What was asked below a sum stays while its numbers come: each stands at a place of its own.
  const below = element ? (
    <div key={element.index}>
      {said}
      {hasPicture && <PartsBand {...{ siteId, page, width, height }} drafts={aid.drafts} selected={element.index} />}
      {hasPicture && isPicture && (
        <>
          <InterestForm {...{ siteId, page, height, onAsk }} drafts={aid.drafts} selected={element.index} />
          <PictureFilesForm {...{ siteId, page, height, folder }} drafts={aid.drafts} selected={element.index} />
          <EnlargeForm {...{ siteId, page, height, folder }} selected={element.index} onWritten={() => setWritten(true)} />
        </>
      )}
      {lyingOver}
    </div>
  ) : null;
  const Aid = AIDS.find((one) => one.name === aside)?.Panel;
  if (!Aid || !element) return <WorkingPanel choice={choice} generated={numbers?.generated ?? NO_GENERATED} pseudo={(numbers?.pseudo ?? "") as Pseudo} onPseudo={onPseudo} workings={numbers?.workings ?? NO_WORKINGS} element={element} measured={measured} onSource={aid.onSource} onKeep={keep} trouble={trouble} below={below} />;
  return (
    <Panel aria-label={aside}>
      <header>{choice}</header>
      <Aid {...aid} selected={element.index} name={element.name} elements={numbers?.elements ?? NO_ELEMENTS} />
    </Panel>
  );
});
