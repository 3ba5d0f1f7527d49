/** Texts that could not be saved, in the browser's own storage: a closed window or a server that is gone loses none. */

export interface Unsaved {
  text: string;
  /** The revision that it was made from. */
  revision: number;
}

function keyOf(site: number, path: string): string {
  return `hillpin.unsaved.${site}.${path}`;
}

/** Keep a text; gives whether there was room. */
export function keepUnsaved(site: number, path: string, unsaved: Unsaved): boolean {
  try {
    localStorage.setItem(keyOf(site, path), JSON.stringify(unsaved));
    return true;
  } catch {
    return false;
  }
}

/** The text that was kept of a file, where there is one. */
export function unsavedOf(site: number, path: string): Unsaved | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(site, path)) ?? "null") as Unsaved | null;
    return typeof kept?.text === "string" && typeof kept.revision === "number" ? kept : null;
  } catch {
    return null;
  }
}

/** Forget it: it is saved. */
export function dropUnsaved(site: number, path: string): void {
  localStorage.removeItem(keyOf(site, path));
}
