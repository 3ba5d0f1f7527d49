import styled from "styled-components";
import type { Site } from "../api/client";
import { OpeningSheet } from "../kit/OpeningSheet";
import { Link } from "../router";
import { SmallHill } from "./sites/SmallHill";

const Pages = styled.ul`
  margin: 0; padding: 0; list-style: none;
  li + li { border-top: 1px dashed var(--hairline); }
  a { display: block; padding: 8px 14px 6px; color: var(--ink); text-decoration: none; }
  a:hover strong, a:focus-visible strong { text-decoration: underline; }
  a[aria-current] { background: var(--lake-wash); }
  strong { overflow-wrap: anywhere; }
`;

/** The pages to choose from, each with its small hill. */
export function PageChoice({ site, page, pages, addressOf }: { site: Pick<Site, "id" | "updated_at">; page: string; pages: string[]; addressOf: (site: number, page: string) => string }) {
  return (
    <OpeningSheet words={<><strong>{page}</strong> <span aria-hidden="true">▾</span></>} name={`Page: ${page}. Choose another`} label="Pages" placement="bottom start" width={340}>
      {(close) => (
        <Pages>
          {homeFirst(pages).map((path) => (
            <li key={path}>
              <Link to={addressOf(site.id, path)} aria-current={path === page ? "page" : undefined} onClick={close}>
                <strong>{path}</strong>
                <SmallHill site={site} page={path} />
              </Link>
            </li>
          ))}
        </Pages>
      )}
    </OpeningSheet>
  );
}

/** The home page before the others. */
function homeFirst(pages: string[]): string[] {
  return [...pages].sort((one, other) => Number(other === "index.html") - Number(one === "index.html"));
}
