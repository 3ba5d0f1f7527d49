/** What stands in the line-up: viewports in an order, kept in this browser for each site. */
import { useCallback, useState } from "react";
import type { Pin, ReaderSettings } from "../../api/client";

export interface Standing {
  /** What all frames stand at: an element, and how far down in it, as a part of its height. */
  index: number;
  part: number;
  /** The frame that was scrolled by hand: it is not moved. */
  from: string | null;
  stamp: number;
}

export interface Entry {
  name: string;
  width: number;
  height: number;
  touch?: boolean;
  density?: number;
}

export const USUAL: Required<ReaderSettings> = { font_size: 16, spaced: false, color_scheme: "light", reduced_motion: false, forced_colors: false, hover: "hover", medium: "screen" };
export const MOST_FRAMES = 16;

/** What names a frame: two of one size are one. */
export const keyOf = (entry: Entry): string => `${entry.width} × ${entry.height}`;
/** The same on its side. */
export const turned = (entry: Entry): Entry => ({ ...entry, name: entry.name.endsWith(", turned") ? entry.name.slice(0, -8) : `${entry.name}, turned`, width: entry.height, height: entry.width });

function kept(site: number): Entry[] | null {
  try {
    const found = JSON.parse(localStorage.getItem(`hillpin.line-up.${site}`) ?? "null") as unknown;
    return Array.isArray(found) && found.every((one: Partial<Entry>) => typeof one.name === "string" && Number.isInteger(one.width) && Number.isInteger(one.height)) ? (found as Entry[]) : null;
  } catch {
    return null;
  }
}

/** The line-up of a site: its pins until something is changed; `null` goes back to them. */
export function useEntries(site: number, pins: Pin[]): [Entry[], (entries: Entry[] | null) => void] {
  const [own, setOwn] = useState(() => kept(site));
  const set = useCallback((entries: Entry[] | null) => {
    if (entries === null) localStorage.removeItem(`hillpin.line-up.${site}`);
    else localStorage.setItem(`hillpin.line-up.${site}`, JSON.stringify(entries));
    setOwn(entries);
  }, [site]);
  const unique = new Map((own ?? pins.map(({ name, width, height }) => ({ name, width, height }))).map((one) => [keyOf(one), one]));
  return [[...unique.values()].slice(0, MOST_FRAMES), set];
}

/** The words for media features that a frame answers in a simulated reader's place. */
export function answersOf(reader: Required<ReaderSettings>): Record<string, string | boolean> {
  return {
    ...(reader.color_scheme === "dark" && { "prefers-color-scheme": "dark" }), ...(reader.reduced_motion && { "prefers-reduced-motion": "reduce" }),
    ...(reader.hover === "none" && { hover: "none", pointer: "coarse" }), medium: reader.medium, spaced: reader.spaced,
  };
}

/** Whether a frame can show a setting live; else it is seen in a run's pictures. */
export const isLive = (reader: Required<ReaderSettings>): boolean => reader.font_size === 16 && !reader.forced_colors;
export const isUsual = (reader: Required<ReaderSettings>): boolean => JSON.stringify(reader) === JSON.stringify(USUAL);

/** What stands beside the line-up, one at a time. */
export const PANELS = ["Screens", "Drawings", "Distances", "Runs", "Expectations"] as const;
export type PanelName = (typeof PANELS)[number];
