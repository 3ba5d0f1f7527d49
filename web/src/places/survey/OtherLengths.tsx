/** The page with all its texts longer and halved, surveyed at every width: what is new then, and from which length on. */
import { useEffect, useState } from "react";
import { ask, client, type Finding } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { followJob, type Job, stopJob, USUAL_HEIGHT, WALKED } from "./job";
import { rangeOf } from "./words";

interface Props {
  siteId: number;
  page: string;
  onSource: (finding: Finding) => void;
}

const HALVED = 50;

export function OtherLengths({ siteId, page, onSource }: Props) {
  const [asked, setAsked] = useState(0);
  const [job, setJob] = useState<Job | null>(null);
  const [trouble, setTrouble] = useState("");
  useEffect(() => {
    if (asked === 0) return;
    let isOver = false;
    void (async () => {
      try {
        const begun = await ask(client.POST("/api/sites/{site_id}/other-lengths", { params: { path: { site_id: siteId } }, body: { page, drafts: {}, height: USUAL_HEIGHT } }));
        if (isOver) stopJob(siteId, begun.job);
        else await followJob(siteId, begun.job, () => isOver, setJob);
      } catch (error) {
        if (!isOver) setTrouble(error instanceof Error ? error.message : String(error));
      }
    })();
    return () => {
      isOver = true;
    };
  }, [siteId, page, asked]);
  const begin = () => {
    setTrouble("");
    setJob(null);
    setAsked(asked + 1);
  };
  const isWalking = asked > 0 && !trouble && (job === null || job.state === "walking");
  const found = job?.state === "done" ? job.lengths : [];
  return (
    <>
      <p>Real words are longer than those one designs with, and translations longer still. Every text grows by a tenth to twice its length, then is halved, and the page is walked at every width each time.</p>
      <div className="do" style={{ marginBottom: 8 }}>
        {isWalking ? <Button onPress={() => { setAsked(0); setJob(null); }}>Stop</Button> : <Button onPress={begin}>Try other lengths</Button>}
      </div>
      {(trouble || job?.state === "failed") && <p role="alert">{trouble || job?.detail}</p>}
      <p role="status">
        {isWalking && `Walked with texts of six other lengths, ${Math.round((job?.progress ?? 0) * 100)} of 100.`}
        {job?.state === "done" && (found.length === 0 ? "Nothing new breaks: not with twice as long texts, nor with halved ones." : "New then, from the smallest change on:")}
      </p>
      <ul aria-label="New at other lengths">
        {found.map(({ finding, percent, before }) => (
          <li key={finding.key} className={`finding ${finding.severity}`}>
            <span className="range">{percent === HALVED ? "with halved texts" : `from ${percent - 100}% longer on`}</span><span className="title">{finding.title}</span>
            <div>{finding.low === null ? "" : `${rangeOf(finding.low, finding.high, WALKED)}: `}{finding.message}{percent !== HALVED && before > 100 && ` Not yet with ${before - 100}% more.`}</div>
            <div className="do"><LinkButton onPress={() => onSource(finding)}>{finding.file} line {finding.line}</LinkButton></div>
          </li>
        ))}
      </ul>
    </>
  );
}
