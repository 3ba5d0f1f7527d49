import { useCallback } from "react";
import { go, writeAddress } from "../../../router";
import { handOver } from "../handOver";

/** To a line of any file: of another page, by going to that page. */
export function useToSource(site: number, page: string, pages: string[], goTo: (path: string, line: number) => void): (path: string, line: number) => void {
  return useCallback((path, line) => {
    if (path === page || !pages.includes(path)) return goTo(path, line);
    handOver.put({ site, page: path, index: null, file: path, line, fix: null });
    go(writeAddress(site, path));
  }, [site, page, pages, goTo]);
}
