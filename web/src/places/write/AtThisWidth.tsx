import { memo, type ReactNode, useState } from "react";
import { Checkbox } from "react-aria-components";
import styled from "styled-components";
import type { Finding, Numbers } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { AltForm } from "./AltForm";
import type { AskChange } from "./aid";
import type { FrameReport } from "./PageFrame";
import { usePartings } from "./partings";
import type { SurveyBehind } from "./useSurveyBehind";
import { WALKED } from "../survey/job";
import { Remedies } from "../survey/Remedies";
import { rangeOf } from "../survey/words";

const Panel = styled.aside`
  padding: 8px 16px 12px 0; border-top: 1px solid var(--hairline); background: var(--panel); overflow: auto; min-height: 0;
  h2 { margin-bottom: 6px; font-size: var(--size-note); color: var(--soft); }
  ul { display: grid; gap: 6px; margin: 0 0 8px; padding: 0; list-style: none; }
  strong.wrong { color: var(--wrong); }
  strong.doubt { color: var(--doubt); }
  label { display: flex; gap: 6px; align-items: center; margin-bottom: 8px; color: var(--soft); font-size: var(--size-note); cursor: pointer; }
  label[data-focus-visible] .tick { outline: 2px solid var(--lake); outline-offset: 1px; }
  .tick { display: inline-grid; place-items: center; width: 14px; height: 14px; border: 1px solid var(--soft); border-radius: var(--round-small); color: var(--ink); line-height: 1; }
  .behind { margin-bottom: 6px; color: var(--soft); font-size: var(--size-note); }
  > button { padding: 2px 9px; font-size: var(--size-note); }
`;

const MOST = 8;

const WalkSwitch = memo(function WalkSwitch({ walks, onWalks }: Pick<SurveyBehind, "walks" | "onWalks">) {
  return <Checkbox isSelected={walks} onChange={onWalks}>{({ isSelected }) => <><span aria-hidden="true" className="tick">{isSelected ? "✓" : ""}</span> Walk every width after each pause</>}</Checkbox>;
});

interface Props {
  siteId: number;
  page: string;
  height: number;
  drafts: Record<string, string>;
  numbers: Numbers | undefined;
  error: string | undefined;
  measured: FrameReport | undefined;
  version: number;
  runsScripts: boolean;
  caret: { path: string; line: number } | null;
  said: string[];
  findings: Finding[];
  survey: SurveyBehind;
  onSource: (file: string, line: number) => void;
  onQuery: () => void;
  onAsk: AskChange;
  onFix: (fix: Finding["fixes"][number]) => void;
  /** What an edit does to other pages. */
  elsewhere: ReactNode;
}

/** What is told at its place already: what the readers of markup and styles dropped, and missing files. */
const TOLD_ELSEWHERE = ["invalid-declaration", "invalid-markup", "missing-file", "dead-declaration", "unused-rule"];

/** Whether a finding is there at a width, or whatever the width. */
function isAt(finding: Finding, width: number): boolean {
  if (finding.low === null || finding.high === null) return !TOLD_ELSEWHERE.includes(finding.kind);
  return finding.low <= width && width <= finding.high;
}

/** What is wrong or doubtful at the walker, in plain sentences, and a query to open where it breaks. */
export const AtThisWidth = memo(function AtThisWidth({ siteId, page, height, drafts, numbers, error, measured, version, runsScripts, caret, said, findings, survey, onSource, onQuery, onAsk, onFix, elsewhere }: Props) {
  const problems = numbers?.notes.filter((note) => note.kind === "problem") ?? [];
  const unmodelled = numbers?.unmodelled ?? [];
  const overflow = numbers && numbers.scroll_width > numbers.width ? numbers.scroll_width : null;
  const view = numbers ? { page, width: numbers.width, height, drafts } : null;
  const { partings: parted, resting } = usePartings(siteId, view, numbers, measured, version, runsScripts);
  const here = findings.filter((one) => numbers && isAt(one, numbers.width));
  const isTold = here.some((one) => one.kind === "page-overflow");
  const [settling, setSettling] = useState("");
  // Pictures without an alt are asked for one after another: what comes next is open as soon as it is the first.
  const [isAsking, setAsking] = useState(false);
  const [answered, setAnswered] = useState("");
  const firstSilent = here.find((one) => one.kind === "missing-alt");
  const count = here.length + problems.length + unmodelled.length + (numbers?.missing.length ?? 0) + (overflow && !isTold ? 1 : 0) + parted.length;
  const rule = caret?.path.endsWith(".css") ? caret : null;
  return (
    <Panel aria-label="At this width">
      <h2>At this width</h2>
      <ul>
        {error && <li><span role="alert"><strong className="wrong">No numbers.</strong> {error}</span></li>}
        {said.map((sentence) => <li key={sentence}><strong role="status" className="doubt">{sentence}</strong></li>)}
        {overflow && !isTold && <li><strong className="wrong">The page scrolls sideways.</strong> It is {px(overflow)} wide, the viewport {px(numbers?.width ?? 0)}.</li>}
        {resting.map((one) => <li key={one.sentence}>{one.sentence}</li>)}
        {parted.slice(0, MOST).map((one) => (
          <li key={one.index}><strong className="doubt">{one.name} is {px(one.measured)} {one.of} in the page,</strong> computed {px(one.computed)}. {one.reason}</li>
        ))}
        {numbers?.missing.map((item) => (
          <li key={item.address}>
            <strong className="wrong">A file is missing.</strong> There is no {item.kind} {item.address}.{" "}
            <LinkButton onPress={() => onSource(item.file, item.line)}>{item.file} line {item.line}</LinkButton>
          </li>
        ))}
        {problems.slice(0, MOST).map((note) => (
          <li key={`${note.file} ${note.line} ${note.text}`}>
            <strong className="wrong">{note.text}</strong>{" "}
            <LinkButton onPress={() => onSource(note.file, note.line)}>{note.file} line {note.line}</LinkButton>
          </li>
        ))}
        {unmodelled.slice(0, MOST).map((item) => (
          <li key={`${item.index} ${item.feature}`}>
            <strong className="doubt">{item.feature} is not covered yet.</strong> The page’s measured numbers stand in.{" "}
            <LinkButton onPress={() => onSource(item.file, item.line)}>{item.file} line {item.line}</LinkButton>
          </li>
        ))}
        {here.slice(0, MOST).map((one) => (
          <li key={one.key}>
            <strong className={one.severity === "wrong" ? "wrong" : "doubt"}>{one.title}{one.low === null ? "" : `, ${rangeOf(one.low, one.high, WALKED)}`}.</strong> {one.message}{" "}
            <LinkButton onPress={() => onSource(one.file, one.line)}>{one.file} line {one.line}</LinkButton>
            {one.fixes.length > 0 && !survey.isStale && <>{" "}<LinkButton aria-expanded={settling === one.key} onPress={() => setSettling(settling === one.key ? "" : one.key)}>Ways to settle it</LinkButton></>}
            {one.kind === "missing-alt" && one.index !== null && !survey.isStale && one.key !== answered && (one === firstSilent && isAsking
              ? <AltForm key={one.key} siteId={siteId} page={page} index={one.index} onAsk={onAsk} onDone={() => setAnswered(one.key)} />
              : <>{" "}<LinkButton onPress={() => { setAsking(true); onSource(firstSilent?.file ?? one.file, firstSilent?.line ?? one.line); }}>{one === firstSilent ? "Answer it" : "Answer from the first on"}</LinkButton></>)}
            {settling === one.key && <Remedies siteId={siteId} page={page} drafts={drafts} height={height} finding={one} verb="Put it in" onPut={(fix) => { setSettling(""); onFix(fix); }} />}
          </li>
        ))}
        {numbers && !error && count === 0 && <li>Nothing is doubtful here.</li>}
      </ul>
      {numbers && numbers.fonts_measured.length > 0 && <p className="behind">Measured in this browser, as the server has no such font: {numbers.fonts_measured.join(", ")}.</p>}
      <p className="behind" aria-live="off">{survey.error ?? (survey.progress !== null ? `Walking every width, ${Math.round(survey.progress * 100)} of 100` : survey.survey ? `Every width walked: ${findings.length} ${findings.length === 1 ? "finding" : "findings"}${survey.isStale ? ", before this change" : ""}.` : "")}</p>
      <WalkSwitch walks={survey.walks} onWalks={survey.onWalks} />
      {elsewhere}
      {rule && numbers && <Button onPress={onQuery}>Open a query at {px(numbers.width)} for line {rule.line}</Button>}
    </Panel>
  );
});
