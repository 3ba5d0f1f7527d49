/** The files of a site as the folder that they are. */
import type { SiteFile } from "../../../api/client";

/** A file, or a folder whose id ends in a slash. */
export interface Node {
  id: string;
  name: string;
  file?: SiteFile;
  children: Node[];
}

/** Folders first, then files, each by name. */
export function treeOf(files: SiteFile[]): Node[] {
  const root: Node = { id: "", name: "", children: [] };
  for (const file of files) {
    const parts = file.path.split("/");
    let at = root;
    for (const part of parts.slice(0, -1)) {
      const id = `${at.id}${part}/`;
      let folder = at.children.find((child) => child.id === id);
      if (!folder) {
        folder = { id, name: part, children: [] };
        at.children.push(folder);
      }
      at = folder;
    }
    at.children.push({ id: file.path, name: parts.at(-1) ?? file.path, file, children: [] });
  }
  sort(root);
  return root.children;
}

function sort(node: Node): void {
  node.children.sort((one, other) => Number(other.id.endsWith("/")) - Number(one.id.endsWith("/")) || one.name.localeCompare(other.name, "en", { numeric: true }));
  for (const child of node.children) sort(child);
}

/** The folder that a file or folder stands in, with its slash; nothing for what stands in the site itself. */
export function folderOf(id: string): string {
  const at = id.replace(/\/$/, "").lastIndexOf("/");
  return at < 0 ? "" : id.slice(0, at + 1);
}

/** The folder to put something in beside what is chosen. */
export function folderAt(id: string | null): string {
  if (id === null) return "";
  return id.endsWith("/") ? id : folderOf(id);
}

/** All folders around some paths. */
export function foldersAround(paths: string[]): string[] {
  const found = new Set<string>();
  for (const path of paths) for (let at = folderOf(path); at; at = folderOf(at)) found.add(at);
  return [...found];
}

/** Bytes as a person says them. */
export function size(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  return bytes < 1_000_000 ? `${Math.round(bytes / 1000)} KB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}
