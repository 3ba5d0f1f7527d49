import { useState } from "react";
import { Input, TextField } from "react-aria-components";
import styled from "styled-components";
import type { Finding, KeptSurvey, Pin, Survey } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { Choice } from "../../kit/Choice";
import { px } from "../../kit/numbers";
import { USUAL_HEIGHT } from "./job";
import { OtherLengths } from "./OtherLengths";
import { OverHeights } from "./OverHeights";
import { Remedies } from "./Remedies";
import { rangeOf } from "./words";

const Panel = styled.aside`
  padding: 14px 18px; border-left: 1px solid var(--hairline); background: var(--panel); overflow: auto; min-height: 0;
  h2 { font-size: var(--size-head); } h3 { font-size: var(--size-text); margin: 14px 0 4px; }
  .views { margin: 8px 0 4px; }
  > p { color: var(--soft); margin-bottom: 8px; }
  ul { margin: 0; padding: 0; list-style: none; }
  li.finding { padding: 10px 0; border-top: 1px solid var(--hairline); }
  li.finding[data-chosen="true"] { background: var(--lake-wash); box-shadow: inset 3px 0 var(--lake); padding-left: 10px; }
  .range { font-weight: var(--weight-strong); } .wrong .range { color: var(--wrong); } .doubtful .range { color: var(--doubt); } .hint .range { color: var(--soft); }
  .title { font-weight: var(--weight-strong); margin-left: 6px; }
  .do { display: flex; flex-wrap: wrap; gap: 2px 12px; margin-top: 2px; }
  .sum { margin: 4px 0 0; padding: 0; list-style: none; font: var(--size-note)/1.5 var(--font-number); color: var(--ink); }
  .change { margin-top: 4px; font: var(--size-note)/1.5 var(--font-number); overflow-wrap: anywhere; }
  .change del { color: var(--wrong); } .change ins { color: var(--better); text-decoration: none; border-bottom: 1px solid; }
  input { width: 100%; padding: 4px 8px; border: 1px solid var(--hairline); border-radius: var(--round-box); background: var(--paper); }
  .plain li { padding: 5px 0; border-top: 1px solid var(--hairline); }
  .better { color: var(--better); font-weight: var(--weight-strong); } .worse { color: var(--wrong); font-weight: var(--weight-strong); }
`;

const NO_DRAFTS = {};
const VIEWS = ["Findings", "Heights", "Other lengths", "Breakpoints", "Pins", "Before and after"] as const;

export interface FindingActions {
  onWalk: (finding: Finding, width: number) => void;
  onSource: (finding: Finding) => void;
  onFix: (finding: Finding, fix: Finding["fixes"][number]) => void;
  onAccept: (finding: Finding, reason: string) => void;
  onWithdraw: (key: string) => void;
}

interface Props extends FindingActions {
  siteId: number;
  page: string;
  survey: Survey;
  kept: KeptSurvey | undefined;
  pins: Pin[];
  chosen: string | null;
  walker: number;
  onPlace: (index: number, file: string, line: number) => void;
  onHeight: (index: number, width: number, height: number, file: string, line: number) => void;
}

/** What a survey found, from narrow to wide, each with its working and what can be done. */
export function FindingsPanel({ survey, kept, pins, chosen, walker, onPlace, onHeight, ...actions }: Props) {
  const [view, setView] = useState<(typeof VIEWS)[number]>("Findings");
  const accepted = new Map(kept?.accepted.map((one) => [one.key, one.reason]));
  const open = survey.findings.filter((finding) => !accepted.has(finding.key));
  const settled = survey.findings.filter((finding) => accepted.has(finding.key));
  return (
    <Panel aria-label="Findings" tabIndex={0}>
      <h2>{open.length === 0 ? "No findings" : `${open.length} ${open.length === 1 ? "finding" : "findings"}`}</h2>
      <div className="views"><Choice label="What to show" options={VIEWS} value={view} onChange={setView} /></div>
      {view === "Findings" && (
        <>
          {open.length > 0 && <p>From narrow to wide; those of every width last.</p>}
          <ul>{open.map((finding) => <Item key={finding.key} finding={finding} survey={survey} isChosen={chosen === finding.key} {...actions} />)}</ul>
          {settled.length > 0 && <h3>Accepted</h3>}
          <ul>
            {settled.map((finding) => (
              <li key={finding.key} className="finding hint">
                <span className="range">{rangeOf(finding.low, finding.high, survey)}</span> <span className="title">{finding.title}</span> {finding.selector}
                <div>“{accepted.get(finding.key)}” <LinkButton onPress={() => actions.onWithdraw(finding.key)}>Take back</LinkButton></div>
              </li>
            ))}
          </ul>
          <NotCovered survey={survey} onPlace={onPlace} />
        </>
      )}
      {view === "Heights" && <OverHeights siteId={actions.siteId} page={actions.page} walker={walker} onSource={onHeight} />}
      {view === "Other lengths" && <OtherLengths siteId={actions.siteId} page={actions.page} onSource={actions.onSource} />}
      {view === "Breakpoints" && <Breakpoints survey={survey} />}
      {view === "Pins" && <PinWords survey={survey} findings={open} pins={pins} />}
      {view === "Before and after" && <BeforeAndAfter kept={kept} survey={survey} />}
    </Panel>
  );
}

/** What layout does not cover, each feature once with the first place of it. */
function NotCovered({ survey, onPlace }: { survey: Survey } & Pick<Props, "onPlace">) {
  const places = survey.unmodelled;
  if (places.length === 0) return null;
  const first = places.filter((one, at) => places.findIndex((other) => other.feature === one.feature) === at);
  return (
    <details>
      <summary>{places.length === 1 ? "1 place uses" : `${places.length} places use`} something that layout does not cover yet; numbers there can be off.</summary>
      <ul>{first.map((one) => <li key={one.feature}>{one.feature} <LinkButton onPress={() => onPlace(one.index, one.file, one.line)}>{one.file} line {one.line}</LinkButton></li>)}</ul>
    </details>
  );
}

function Item({ siteId, page, finding, survey, isChosen, onWalk, onSource, onFix, onAccept }: { finding: Finding; survey: Survey; isChosen: boolean; siteId: number; page: string } & FindingActions) {
  const [shows, setShows] = useState<"" | "working" | "fix" | "accept">("");
  const [reason, setReason] = useState("");
  const toggle = (what: typeof shows) => setShows(shows === what ? "" : what);
  const target = finding.low === null || finding.high === null ? null : finding.kind === "long-line" ? finding.low : finding.high;
  return (
    <li className={`finding ${finding.severity}`} data-chosen={isChosen} ref={(element) => { if (isChosen) element?.scrollIntoView({ block: "nearest" }); }}>
      <span className="range">{rangeOf(finding.low, finding.high, survey)}</span><span className="title">{finding.title}</span>
      <div>{finding.message}</div>
      <div className="do">
        {target !== null && <LinkButton onPress={() => onWalk(finding, target)}>Walk to {px(target)}</LinkButton>}
        {finding.working.length > 0 && <LinkButton aria-expanded={shows === "working"} onPress={() => toggle("working")}>Working</LinkButton>}
        <LinkButton onPress={() => onSource(finding)}>{finding.file} line {finding.line}</LinkButton>
        {finding.fixes.length > 0 && <LinkButton aria-expanded={shows === "fix"} onPress={() => toggle("fix")}>Ways to settle it</LinkButton>}
        <LinkButton aria-expanded={shows === "accept"} onPress={() => toggle("accept")}>Accept…</LinkButton>
      </div>
      {shows === "working" && <ul className="sum">{finding.working.map((term) => <li key={term}>{term}</li>)}</ul>}
      {shows === "fix" && <Remedies siteId={siteId} page={page} drafts={NO_DRAFTS} height={USUAL_HEIGHT} finding={finding} verb="In Write, change" onPut={(fix) => onFix(finding, fix)} />}
      {shows === "accept" && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (reason.trim()) onAccept(finding, reason.trim());
          }}
        >
          <TextField aria-label="Why it is meant to be so" value={reason} onChange={setReason}><Input placeholder="Why it is meant to be so" maxLength={300} /></TextField>
          <Button type="submit" isDisabled={!reason.trim()}>Accept until its numbers change</Button>
        </form>
      )}
    </li>
  );
}

function Breakpoints({ survey }: { survey: Survey }) {
  return (
    <>
      <h3>Where the content asks for one</h3>
      {survey.breakpoints.length === 0 && <p>Nothing found here would be settled by a query.</p>}
      <ul className="plain">{survey.breakpoints.map((one) => <li key={one.at}><strong>{px(one.at)}</strong> {one.sentence}</li>)}</ul>
      <h3>The queries there are</h3>
      {survey.queries.length === 0 && <p>The page has no media query.</p>}
      <ul className="plain">
        {survey.queries.map((one) => <li key={`${one.file} ${one.line}`}>@media {one.text}, {one.file} line {one.line}: {one.does_work ? "it changes something." : <strong className="worse">it changes nothing.</strong>}</li>)}
      </ul>
    </>
  );
}

function PinWords({ survey, findings, pins }: { survey: Survey; findings: Finding[]; pins: Pin[] }) {
  if (pins.length === 0) return <p>No pins yet. Put pins at widths you keep checking, in Write under “Pins”.</p>;
  return (
    <ul className="plain">
      {pins.map((pin) => {
        const there = findings.filter((one) => one.low !== null && one.high !== null && one.low <= pin.width && pin.width <= one.high);
        const outside = pin.width < survey.start || pin.width > survey.end;
        return (
          <li key={`${pin.name} ${pin.width} ${pin.height}`}>
            <strong>{pin.name}</strong>, {px(pin.width)} × {px(pin.height)}:{" "}
            {outside ? "beyond what was walked." : there.length === 0 ? "nothing found there." : there.map((one) => `${one.title} (${one.selector})`).join(", ") + "."}
          </li>
        );
      })}
    </ul>
  );
}

function BeforeAndAfter({ kept, survey }: { kept: KeptSurvey | undefined; survey: Survey }) {
  if (!kept?.survey) return <p>A finished survey is kept; the next one is compared with it.</p>;
  if (kept.differences.length === 0) return <p>The last two surveys found the same.</p>;
  return (
    <ul className="plain">
      {kept.differences.map((one) => (
        <li key={`${String(one.is_better)} ${one.kind} ${one.selector} ${String(one.low)}`}>
          <span className={one.is_better ? "better" : "worse"}>{one.is_better ? "Better" : "Worse"}</span>, {rangeOf(one.low, one.high, survey)}: {one.title}, {one.selector}{one.is_better ? " is settled there." : ` is new there. ${one.message}`}
        </li>
      ))}
    </ul>
  );
}
