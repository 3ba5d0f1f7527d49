import { useState } from "react";
import { ProgressBar } from "react-aria-components";
import { ask, client } from "../../api/client";
import type { components } from "../../api/schema";
import { Button } from "../../kit/Button";
import { useWork } from "../../kit/useWork";

type Told = components["schemas"]["ReportOut"];

/** One file that tells someone who has never seen Hill Pin how the page stands: as HTML that needs nothing else, or as PDF. */
export function ReportMaker({ siteId, page, hasHeading = true }: { siteId: number; page: string; hasHeading?: boolean }) {
  const work = useWork<Told>();
  const [made, setMade] = useState<{ job: string; form: string } | null>(null);
  const begin = (form: "html" | "pdf") => {
    const path = (job: string) => ({ params: { path: { site_id: siteId, job } } });
    setMade(null);
    work.start({
      begin: async () => (await ask(client.POST("/api/sites/{site_id}/reports", { params: { path: { site_id: siteId } }, body: { page, form } }))).job,
      look: async (job) => {
        const told = await ask(client.GET("/api/sites/{site_id}/reports/{job}", path(job)));
        if (told.state === "done") setMade({ job, form });
        return told;
      },
      stop: (job) => void client.DELETE("/api/sites/{site_id}/reports/{job}", path(job)),
    });
  };
  return (
    <>
      {hasHeading && <h3>Report</h3>}
      <p className="soft">Pictures at the pins, findings, expectations, widths, and computed against measured, in one file for someone who has never seen Hill Pin.</p>
      <p className="row small">
        {work.progress === null
          ? <><Button onPress={() => begin("html")}>Make it as HTML</Button><Button onPress={() => begin("pdf")}>as PDF</Button></>
          : <><ProgressBar aria-label="Report" value={work.progress * 100}><div className="bar"><i style={{ width: `${work.progress * 100}%` }} /></div></ProgressBar><Button onPress={work.stop}>Stop</Button></>}
        {made && <a href={`/api/sites/${siteId}/reports/${made.job}/file`} download>Keep the {made.form === "pdf" ? "PDF" : "HTML"}</a>}
      </p>
      {work.error && <p role="alert">{work.error}</p>}
    </>
  );
}
