import type { ReactNode } from "react";
import styled from "styled-components";
import { Link } from "../router";
import { SkySwitch } from "./Sky";

const Bar = styled.header`
  display: flex; align-items: center; gap: 6px 20px; flex-wrap: wrap; min-height: 44px; padding: 4px 16px;
  border-bottom: 1px solid var(--hairline); background: var(--panel);
  .mark { display: inline-flex; align-items: center; gap: 8px; color: var(--ink); font-size: var(--size-head); font-weight: var(--weight-strong); text-decoration: none; }
  .mark img { width: 22px; height: 22px; }
  .where { color: var(--soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; max-width: 30em; }
  .where:has(input, button) { max-width: none; }
  .where h1 { display: inline; font-size: var(--size-text); font-weight: 400; }
  .where strong { color: var(--ink); }
  .where a { color: var(--soft); }
  .path { margin-left: auto; }
  .end { display: flex; align-items: center; gap: 12px; margin-left: auto; color: var(--soft); }
`;

const Path = styled.nav`
  ol { display: flex; align-items: center; margin: 0; padding: 0; list-style: none; }
  li { display: flex; align-items: center; }
  li + li::before { content: ""; width: 16px; margin: 0 10px; border-top: 2px dotted var(--hairline); }
  a { padding: 8px 0 6px; border-bottom: 3px solid transparent; color: var(--soft); text-decoration: none; font-size: var(--size-lead); }
  a[aria-current] { color: var(--ink); font-weight: var(--weight-strong); border-color: var(--pin); }
`;

/** One step of the footpath of places. */
export interface Stop {
  name: string;
  to: string;
  here?: boolean;
}

/** The header of every place: the mark, where one is, the footpath, and what the place puts at the end. */
export function Header({ where, stops, children }: { where?: ReactNode; stops?: Stop[]; children?: ReactNode }) {
  return (
    <Bar>
      <Link className="mark" to="/">
        <img src="/mark.svg" alt="" /> Hill Pin
      </Link>
      {where && <span className="where">{where}</span>}
      {stops && (
        <Path className="path" aria-label="Places">
          <ol>
            {stops.map((stop) => (
              <li key={stop.name}>
                <Link to={stop.to} aria-current={stop.here ? "page" : undefined}>
                  {stop.name}
                </Link>
              </li>
            ))}
          </ol>
        </Path>
      )}
      <span className="end">
        {children}
        <SkySwitch />
      </span>
    </Bar>
  );
}
