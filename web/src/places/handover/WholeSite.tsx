import styled from "styled-components";
import { ask, client, type Site } from "../../api/client";
import type { components } from "../../api/schema";
import { Button, LinkButton } from "../../kit/Button";
import { useWork } from "../../kit/useWork";
import { Link, go, surveyAddress, writeAddress } from "../../router";
import { axisScale } from "../../width-axis/scale";
import { FindingHatching } from "../survey/BandsChart";
import { handOver } from "../write/handOver";
import { Progress } from "./Progress";
import { counted, door, type Told } from "./work";

type SiteSurvey = components["schemas"]["SiteSurveyOut"];
type Cause = components["schemas"]["CauseOut"];
const ROOM = 1000;
const MARKS = [240, 480, 720, 960, 1200, 1440, 1680, 1920];
const at = axisScale(0, ROOM);
const SHOWN = 12;

const Chart = styled.table`
  width: 100%; table-layout: fixed;
  th[scope="row"] { overflow-wrap: anywhere; } .axis { width: 62%; padding-right: 0; }
  svg { display: block; width: 100%; height: 16px; overflow: visible; background: var(--band); } thead svg { background: none; height: 14px; } text { fill: var(--soft); font-size: var(--size-tick); }
  .edge { stroke: var(--hill-line); stroke-dasharray: 2 2; } .hint { fill: var(--faint); opacity: 0.5; }
`;

/** All pages over the width axis, and what is found by cause. */
export function WholeSite({ site }: { site: Site }) {
  const work = useWork<Told>();
  const survey = work.found?.site;
  const walk = () => work.start(door(site.id, () => ask(client.POST("/api/sites/{site_id}/hand-over/site", { params: { path: { site_id: site.id } } }))));
  const kept = survey?.pages.filter((page) => page.was_kept).length ?? 0;
  return (
    <div>
      <div className="row">
        {work.progress === null ? <Button data-strong={!survey || undefined} onPress={walk}>{survey ? "Walk all pages again" : "Walk all pages"}</Button> : <Progress label="Pages walked" part={work.progress} words={work.said?.words} onStop={work.stop} />}
        <span className="soft">{survey ? `${counted(survey.pages.length, "page")}, ${kept} unchanged since they were walked last.` : "Each page at every width from 240 to 1,920. A rule of a shared sheet that breaks twelve pages is one finding with twelve places. What did not change is not walked again."}</span>
      </div>
      {work.error && <p role="alert">{work.error}</p>}
      {survey && <Found survey={survey} site={site} />}
    </div>
  );
}

/** A site's survey: without a site to stand in, as on a report's address, it is only read. */
export function Found({ site, survey }: { site?: Site; survey: SiteSurvey }) {
  return (
    <>
      <FindingHatching />
      <Chart className="wide">
        <thead><tr><th scope="col">Page</th><th scope="col" className="n" style={{ width: 80 }}>Findings</th><th scope="col" className="axis"><svg role="img" aria-label="Where: widths from 240 to 1,920">{MARKS.map((mark) => <text key={mark} x={`${at(mark) / 10}%`} y="11" textAnchor={mark === 240 ? "start" : mark === 1920 ? "end" : "middle"}>{mark.toLocaleString("en")}</text>)}</svg></th></tr></thead>
        <tbody>
          {survey.pages.map((page) => (
            <tr key={page.page}>
              <th scope="row">{site ? <Link to={surveyAddress(site.id, page.page)}>{page.page}</Link> : page.page}{page.error && <p role="alert">{page.error}</p>}</th>
              <td className="n">{page.findings}</td>
              <td className="axis">
                <svg viewBox={`0 0 ${ROOM} 16`} preserveAspectRatio="none" role="img" aria-label={page.spans.length === 0 ? "Nothing at any width" : page.spans.map((span) => `${span.title} ${span.low} to ${span.high}`).join(", ")}>
                  {page.edges.map((edge) => <line key={edge} className="edge" x1={at(edge)} x2={at(edge)} y1="0" y2="16" vectorEffect="non-scaling-stroke" />)}
                  {page.spans.map((span, place) => <rect key={place} className={span.severity} x={at(span.low)} width={Math.max(at(span.high + 1) - at(span.low), 3)} y="3" height="10" fill={span.severity === "wrong" ? "url(#finding-wrong)" : span.severity === "doubtful" ? "url(#finding-doubt)" : undefined} stroke={span.severity === "wrong" ? "var(--wrong)" : "var(--doubt)"} vectorEffect="non-scaling-stroke"><title>{`${span.low} to ${span.high}: ${span.message}`}</title></rect>)}
                </svg>
              </td>
            </tr>
          ))}
        </tbody>
      </Chart>
      <h3>{survey.causes.length === 0 ? "Nothing is found on any page" : counted(survey.causes.length, "cause")}</h3>
      <ul className="wide">{survey.causes.map((cause) => <li key={`${cause.kind} ${cause.file} ${cause.line} ${cause.message}`} style={{ padding: "4px 0" }}><OneCause site={site} cause={cause} /></li>)}</ul>
      {survey.breakpoints.length > 0 && <p>Queries turn at {survey.breakpoints.map((one) => `${one.at.toLocaleString("en")} (${counted(one.pages.length, "page")})`).join(", ")}.</p>}
      {survey.unused.length > 0 && <p>No page uses {survey.unused.slice(0, SHOWN).join(", ")}{survey.unused.length > SHOWN && ` and ${survey.unused.length - SHOWN} more`}.</p>}
      {survey.near.map((pair) => (
        <details key={`${pair.first} ${pair.second}`}>
          <summary>{pair.first} and {pair.second} differ by little: {counted(pair.shared, "rule")} the same</summary>
          <ul>{pair.only_first.map((rule) => <li key={rule}>only {pair.first}: {rule}</li>)}{pair.only_second.map((rule) => <li key={rule}>only {pair.second}: {rule}</li>)}</ul>
        </details>
      ))}
    </>
  );
}

function OneCause({ site, cause }: { site?: Site; cause: Cause }) {
  const stand = (page: string, index: number | null, width: number | null) => {
    if (!site) return;
    if (width !== null) localStorage.setItem(`hillpin.walker.${site.id}`, String(width));
    handOver.put({ site: site.id, page, index, file: cause.file, line: cause.line, fix: null });
    go(writeAddress(site.id, page));
  };
  const first = cause.places[0];
  return (
    <details>
      <summary>
        <span className={cause.severity === "wrong" ? "wrong" : "doubt"}>{cause.title}</span> <span className="soft">{cause.file} line {cause.line}, {counted(cause.places.length, "place")}</span> {cause.message}
      </summary>
      <ul>
        {cause.places.slice(0, SHOWN * 5).map((place, number) => (
          <li key={number}>{site ? <LinkButton onPress={() => stand(place.page, place.index, place.high)}>{place.page}</LinkButton> : place.page} <span className="soft">{place.selector}{place.low !== null && place.high !== null ? `, ${place.low.toLocaleString("en")} to ${place.high.toLocaleString("en")}` : ""}</span></li>
        ))}
        {cause.places.length > SHOWN * 5 && first && <li className="soft">and {cause.places.length - SHOWN * 5} more</li>}
      </ul>
    </details>
  );
}
