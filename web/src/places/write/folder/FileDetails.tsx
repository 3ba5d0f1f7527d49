/** What is to be known of the chosen file: what uses it, what in it leads nowhere, where a sheet stands among the others. */
import { useQuery } from "@tanstack/react-query";
import { memo, useEffect, useState } from "react";
import styled from "styled-components";
import { ask, client, type FolderLinks, type FolderWish, type SiteFile } from "../../../api/client";
import { LinkButton } from "../../../kit/Button";
import { px } from "../../../kit/numbers";
import { ThumbnailsForm } from "./ThumbnailsForm";
import { size } from "./tree";
import type { Folder } from "./useFolder";

const Details = styled.div`
  display: grid; gap: 7px; padding: 8px 10px; align-content: start; overflow: auto; min-height: 0; font-size: var(--size-note);
  h2 { font-size: var(--size-text); overflow-wrap: anywhere; }
  ul { display: grid; gap: 2px; margin: 0; padding: 0; list-style: none; }
  li { overflow-wrap: anywhere; }
  img { max-width: 100%; max-height: 120px; background: repeating-conic-gradient(var(--paper) 0 25%, var(--hairline) 0 50%) 0 0 / 12px 12px; }
  .wrong { padding-left: 8px; border-left: 3px solid var(--wrong); }
  .doubt { padding-left: 8px; border-left: 3px solid var(--doubt); }
  pre { max-height: 200px; margin: 0; overflow: auto; font-family: var(--font-number); font-size: var(--size-tick); white-space: pre-wrap; overflow-wrap: anywhere; }
  .soft { color: var(--soft); }
  select { max-width: 100%; padding: 1px 4px; border: 1px solid var(--faint); border-radius: var(--round-small); background: var(--paper); color: var(--ink); }
`;

/** Milliseconds for which the choice rests on a picture before pages are walked for it. */
const RESTS = 600;

interface Props {
  siteId: number;
  file: SiteFile;
  files: readonly SiteFile[];
  folder: Folder;
  page: string;
  links: FolderLinks | undefined;
  /** The address below which the site's files are. */
  pages: string;
  onSource: (path: string, line: number) => void;
  onWish: (wish: FolderWish) => void;
}

export const FileDetails = memo(function FileDetails({ siteId, file, files, folder, page, links, pages, onSource, onWish }: Props) {
  const uses = links?.uses[file.path] ?? [];
  const broken = links?.broken.filter((one) => one.path === file.path) ?? [];
  return (
    <Details role="group" aria-label={`About ${file.path}`}>
      <h2>{file.path}</h2>
      <p className="soft">{size(file.size)}{file.editable ? "" : file.kind === "picture" ? ", a picture" : file.kind === "font" ? ", a font" : ", kept as it is and not edited here"}</p>
      {links?.unread.includes(file.path) && <Unread siteId={siteId} path={file.path} />}
      {file.kind === "picture" && <img src={`${pages}${file.path.split("/").map(encodeURIComponent).join("/")}?${file.revision}`} alt={`${file.path} as it is`} />}
      {file.kind === "picture" && <PictureSizes key={`${file.path} ${file.revision}`} siteId={siteId} path={file.path} onSource={onSource} />}
      {file.kind === "picture" && <ThumbnailsForm key={`thumbnails ${file.path}`} siteId={siteId} file={file} files={files} folder={folder} />}
      {file.kind === "style" && <SheetPlaces sheet={file.path} page={page} links={links} onSource={onSource} onWish={onWish} />}
      {broken.length > 0 && (
        <ul aria-label="Addresses that lead nowhere" className="wrong">
          {broken.map((one, place) => (
            <li key={`${place} ${one.written}`}>
              <LinkButton onPress={() => onSource(one.path, one.line)}>Line {one.line}</LinkButton>: {one.written || one.where}: {one.why}.{one.near.length > 0 && ` Perhaps ${one.near.join(" or ")}.`}
            </li>
          ))}
        </ul>
      )}
      {links?.unused.includes(file.path) && <p className="doubt">{file.kind === "page" ? "No other page leads to it." : "Nothing in the site uses it."}</p>}
      {uses.length > 0 && file.kind !== "style" && (
        <div>
          <p>Used by</p>
          <ul aria-label={`What uses ${file.path}`}>
            {onceEach(uses).map((use) => <li key={`${use.path} ${use.line} ${use.where}`}><LinkButton onPress={() => onSource(use.path, use.line)}>{use.path}, line {use.line}</LinkButton> <span className="soft">{use.where}</span></li>)}
          </ul>
        </div>
      )}
    </Details>
  );
});

/** A text that is not UTF-8: shown, kept byte for byte, not edited. */
function Unread({ siteId, path }: { siteId: number; path: string }) {
  const told = useQuery({ queryKey: ["shown", siteId, path], queryFn: () => ask(client.GET("/api/sites/{site_id}/file/shown", { params: { path: { site_id: siteId }, query: { path } } })) });
  return (
    <>
      <p className="doubt">It is not UTF-8, so it is kept byte for byte and not edited here.</p>
      {told.data && <pre tabIndex={0} role="group" aria-label={`${path}, to look at only`}>{told.data.text}{told.data.is_cut ? "…" : ""}</pre>}
    </>
  );
}

/** Uses of one kind in one line are told once. */
function onceEach(uses: FolderLinks["uses"][string]): FolderLinks["uses"][string] {
  return [...new Map(uses.map((use) => [`${use.path} ${use.line} ${use.where}`, use])).values()];
}

/** How large a picture is, and how large it is ever shown: asked for once the choice rests on it. */
function PictureSizes({ siteId, path, onSource }: { siteId: number; path: string; onSource: (path: string, line: number) => void }) {
  const [isAsked, setAsked] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setAsked(true), RESTS);
    return () => clearTimeout(timer);
  }, []);
  const told = useQuery({
    queryKey: ["picture", siteId, path], enabled: isAsked, staleTime: 60_000, retry: false,
    queryFn: () => ask(client.POST("/api/sites/{site_id}/picture", { params: { path: { site_id: siteId } }, body: { path } })),
  });
  const size = told.data;
  if (!size) return <p className="soft">{told.isError ? told.error.message : told.isFetching ? "Walking the pages that show it…" : ""}</p>;
  const shown = size.shown;
  const natural = size.natural_width !== null && size.natural_height !== null ? `${px(size.natural_width)} × ${px(size.natural_height)} of its own` : "Without a size of its own";
  return (
    <p className={size.is_heavy ? "doubt" : undefined}>
      {natural}{shown ? `, shown at most ${px(shown.width)} × ${px(shown.height)}` : size.pages > 0 ? ", and never shown" : ""}
      {shown && <>: <LinkButton onPress={() => onSource(shown.page, shown.line ?? 1)}>{shown.page}{shown.line === null ? "" : `, line ${shown.line}`}</LinkButton> at {px(shown.at)}</>}.
      {size.is_heavy && " Far more than any screen needs."}
      {size.looked_at < size.pages ? ` ${size.looked_at} of the ${size.pages} pages that show it were walked.` : ""}
    </p>
  );
}

/** The pages that link a sheet, and where among their sheets it stands; the page in view can link it, or link it elsewhere. */
function SheetPlaces({ sheet, page, links, onSource, onWish }: { sheet: string; page: string } & Pick<Props, "links" | "onSource" | "onWish">) {
  const all = Object.entries(links?.sheets ?? {});
  const linking = all.filter(([, sheets]) => sheets.some((one) => one.path === sheet));
  const own = links?.sheets[page] ?? [];
  const at = own.findIndex((one) => one.path === sheet);
  const imports = links?.uses[sheet]?.filter((use) => use.where === "@import") ?? [];
  return (
    <>
      <p>{linking.length === 0 ? "No page links it." : `Linked by ${linking.length} of ${all.length} page${all.length === 1 ? "" : "s"}`}</p>
      <ul aria-label={`Pages that link ${sheet}`}>
        {linking.map(([path, sheets]) => {
          const place = sheets.findIndex((one) => one.path === sheet);
          return <li key={path}><LinkButton onPress={() => onSource(path, sheets[place]?.line ?? 1)}>{path}</LinkButton> <span className="soft">{sheets.length === 1 ? "its only sheet" : `${place + 1} of ${sheets.length}`}{sheets[place]?.media ? `, for ${sheets[place]?.media}` : ""}</span></li>;
        })}
        {onceEach(imports).map((use) => <li key={`${use.path} ${use.line}`}><LinkButton onPress={() => onSource(use.path, use.line)}>{use.path}, line {use.line}</LinkButton> <span className="soft">imports it</span></li>)}
      </ul>
      <label>
        {page}{" "}
        <select value={at < 0 ? "no" : own[at + 1]?.path ?? ""} onChange={(event) => onWish({ do: "link", page, sheet, on: event.target.value !== "no", before: event.target.value === "no" ? "" : event.target.value })}>
          <option value="no">does not link it</option>
          {own.filter((one) => one.path !== sheet).map((one) => <option key={one.path} value={one.path}>links it before {one.path}</option>)}
          <option value="">links it {own.length > (at < 0 ? 0 : 1) ? "after all others" : ""}</option>
        </select>
      </label>
    </>
  );
}
