/** Addresses of the application: `/`, `/sites/ID/plan?plan=ID`, `/sites/ID/write?page=PATH`, `/sites/ID/survey?page=PATH`, `/sites/ID/compare?page=PATH`, `/sites/ID/hand-over`, and `/plans/TOKEN` and `/reports/TOKEN` to read. */
import { type AnchorHTMLAttributes, type MouseEvent, useSyncExternalStore } from "react";

const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  addEventListener("popstate", listener);
  return () => {
    listeners.delete(listener);
    removeEventListener("popstate", listener);
  };
}

/** Go to an address without loading the document anew. */
export function go(to: string, replace = false): void {
  if (replace) history.replaceState(null, "", to);
  else history.pushState(null, "", to);
  for (const listener of listeners) listener();
}

/** The address now: its path and its query. */
export function useAddress(): URL {
  const href = useSyncExternalStore(subscribe, () => location.href);
  return new URL(href);
}

type LinkProps = AnchorHTMLAttributes<HTMLAnchorElement> & { to: string };

/** A link within the application. */
export function Link({ to, onClick, ...rest }: LinkProps) {
  const follow = (event: MouseEvent<HTMLAnchorElement>) => {
    onClick?.(event);
    if (event.defaultPrevented || event.metaKey || event.ctrlKey || event.shiftKey || event.button !== 0) return;
    event.preventDefault();
    go(to);
  };
  return <a href={to} onClick={follow} {...rest} />;
}

/** The address of Write for a page of a site. */
export function writeAddress(site: number, page?: string): string {
  return `/sites/${site}/write${page ? `?page=${encodeURIComponent(page)}` : ""}`;
}

/** The address of Plan for a plan of a site. */
export function planAddress(site: number, plan?: number): string {
  return `/sites/${site}/plan${plan === undefined ? "" : `?plan=${plan}`}`;
}

/** The address of Survey for a page of a site. */
export function surveyAddress(site: number, page?: string): string {
  return `/sites/${site}/survey${page ? `?page=${encodeURIComponent(page)}` : ""}`;
}

/** The address of Compare for a page of a site. */
export function compareAddress(site: number, page?: string): string {
  return `/sites/${site}/compare${page ? `?page=${encodeURIComponent(page)}` : ""}`;
}

/** The address of Hand over for a site. */
export function handOverAddress(site: number): string {
  return `/sites/${site}/hand-over`;
}

/** The footpath of places, as the header shows it. */
export function stopsOf(site: number, here: "Plan" | "Write" | "Survey" | "Compare" | "Hand over", page?: string): { name: string; to: string; here: boolean }[] {
  const places = [{ name: "Sites", to: "/" }, { name: "Plan", to: planAddress(site) }, { name: "Write", to: writeAddress(site, page) }, { name: "Survey", to: surveyAddress(site, page) }, { name: "Compare", to: compareAddress(site, page) }, { name: "Hand over", to: handOverAddress(site) }];
  return places.map((place) => ({ ...place, here: place.name === here }));
}
