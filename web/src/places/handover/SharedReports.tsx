import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, type Site } from "../../api/client";
import { Button } from "../../kit/Button";
import { useWork } from "../../kit/useWork";
import { Progress } from "./Progress";
import { counted, door, type Told } from "./work";

/** Reports on addresses of their own, for people who look on: made, brought up to date, taken back. */
export function SharedReports({ site, page }: { site: Site; page: string }) {
  const queries = useQueryClient();
  const key = ["shared-reports", site.id];
  const reports = useQuery({ queryKey: key, queryFn: () => ask(client.GET("/api/sites/{site_id}/shared-reports", { params: { path: { site_id: site.id } } })), refetchInterval: 15_000 });
  const again = () => queries.invalidateQueries({ queryKey: key });
  const work = useWork<Told>(() => void again());
  const kept = useQuery({ queryKey: ["kept", site.id], queryFn: () => ask(client.GET("/api/sites/{site_id}/kept", { params: { path: { site_id: site.id } } })) });
  const moments = kept.data?.moments ?? [];
  const [chosen, setChosen] = useState<number | null>(null);
  const moment = moments.find((one) => one.id === chosen) ?? moments[0];
  const make = (of: string, then: number | null = null) => work.start(door(site.id, () => ask(client.POST("/api/sites/{site_id}/shared-reports", { params: { path: { site_id: site.id } }, body: { page: of, moment: then } }))));
  const takeBack = (report: number) => void client.DELETE("/api/sites/{site_id}/shared-reports/{report_id}", { params: { path: { site_id: site.id, report_id: report } } }).then(again);
  const shared = reports.data ?? [];
  return (
    <>
      <h3>On an address of its own</h3>
      <p className="soft">Read-only, for whoever has the address: notes are pinned to an element at a width, answered and settled there, and it says what changed since someone last looked.</p>
      <div className="row">
        {work.progress === null ? (
          <>
            {!shared.some((one) => one.page === page && one.against === "") && <Button onPress={() => make(page)}>Put the report of {page} on one</Button>}
            {!shared.some((one) => one.page === "") && <Button onPress={() => make("")}>Put the whole site's on one</Button>}
          </>
        ) : <Progress label="Shared report" part={work.progress} words={work.said?.words} onStop={work.stop} />}
      </div>
      {work.progress === null && (moment ? (
        <div className="row">
          <select aria-label="The moment to compare with" value={moment.id} onChange={(event) => setChosen(Number(event.target.value))}>
            {moments.map((one) => <option key={one.id} value={one.id}>{one.name}, {when(one.made_at)}</option>)}
          </select>
          {!shared.some((one) => one.page === page && one.moment === moment.id) && <Button onPress={() => make(page, moment.id)}>Put {page} against that moment on one</Button>}
        </div>
      ) : <p className="soft">A comparison of two versions can stand on an address too: name a moment of the site in the history of Write's folder first.</p>)}
      {work.error && <p role="alert">{work.error}</p>}
      {shared.length > 0 && (
        <table>
          <thead><tr><th scope="col">Report</th><th scope="col">Made</th><th scope="col">Looked at</th><th scope="col">Notes</th><td /></tr></thead>
          <tbody>
            {shared.map((one) => (
              <tr key={one.id}>
                <th scope="row"><a href={`/reports/${one.token}`} target="_blank" rel="noreferrer">{one.page || "The whole site"}{one.against && ` against “${one.against}”`}</a></th>
                <td>{when(one.made_at)}</td>
                <td>{one.looked_at ? when(one.looked_at) : "not yet"}</td>
                <td>{one.notes === 0 ? "none" : `${counted(one.notes, "note")}, ${one.open} open`}</td>
                <td><span className="row">{one.against !== "" && one.moment === null ? <span className="soft">its moment is gone</span> : <Button isDisabled={work.progress !== null} onPress={() => make(one.page, one.moment)}>Bring up to date</Button>}<Button onPress={() => takeBack(one.id)}>Take back</Button></span></td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

/** A day and a time as people write them. */
export function when(moment: string): string {
  return new Date(moment).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });
}
