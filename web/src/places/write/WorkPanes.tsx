import type { ReactNode } from "react";
import { Panes } from "../../kit/Panes";

interface Props {
  /** Whether the window is too small for panes: all stands under each other then. */
  isStacked: boolean;
  hasFiles: boolean;
  hasSums: boolean;
  files: ReactNode;
  source: ReactNode;
  page: ReactNode;
  under: ReactNode;
}

/** The panes of Write: files, source, and the page with its sums under it. The page has half of the window's height at least,
 * unless the person says otherwise. */
export function WorkPanes({ isStacked, hasFiles, hasSums, files, source, page, under }: Props) {
  if (isStacked) {
    return (
      <div className="stack">
        {hasFiles && <div>{files}</div>}
        <div>{source}</div>
        <div>{page}</div>
        {hasSums && <div className="under">{under}</div>}
      </div>
    );
  }
  const rows = [{ id: "page", usual: "50vh", least: "120px", content: page }];
  if (hasSums) rows.push({ id: "sums", usual: "30%", least: "80px", content: under });
  const right = <Panes id="page" orientation="vertical" lines={["Height of the page"]} panes={rows} />;
  const panes = [
    { id: "source", usual: hasFiles ? "34%" : "39%", least: "300px", content: source },
    { id: "work", usual: hasFiles ? "49%" : "61%", least: "300px", content: right },
  ];
  if (hasFiles) panes.unshift({ id: "files", usual: "17%", least: "150px", content: files });
  return <Panes id="write" orientation="horizontal" lines={hasFiles ? ["Width of the files", "Width of the source"] : ["Width of the source"]} panes={panes} />;
}
