import { memo, useMemo, useState } from "react";
import { Button, Tree, TreeItem, TreeItemContent } from "react-aria-components";
import styled from "styled-components";
import type { FolderLinks, SiteFile } from "../../../api/client";
import { foldersAround, type Node, treeOf } from "./tree";

const List = styled(Tree)`
  overflow: auto; min-height: 0; padding: 4px 0; outline: none;
  .react-aria-TreeItem { display: block; outline: none; cursor: pointer; }
  .line { display: grid; grid-template-columns: 14px minmax(0, 1fr) auto; align-items: baseline; gap: 2px; padding: 1px 8px 1px calc(4px + (var(--depth) - 1) * 12px); border-left: 3px solid transparent; line-height: 1.4; }
  .react-aria-TreeItem[data-selected] .line { border-color: var(--lake); background: var(--lake-wash); }
  .react-aria-TreeItem[data-focus-visible] .line { outline: 2px solid var(--lake); outline-offset: -2px; }
  .react-aria-TreeItem[data-hovered] .line { background: var(--band); }
  .line button { padding: 0; border: 0; background: none; color: var(--soft); width: 14px; cursor: pointer; }
  .line button[data-expanded] svg { transform: rotate(90deg); }
  .line svg { width: 8px; height: 8px; fill: currentColor; }
  .name { overflow-wrap: anywhere; }
  .line[data-here="true"] .name { font-weight: var(--weight-strong); }
  .line[data-folder="true"] .name { color: var(--soft); }
  .mark { color: var(--doubt); font-size: var(--size-tick); white-space: nowrap; }
  .mark[data-wrong="true"] { color: var(--wrong); }
`;

interface Props {
  files: SiteFile[];
  links: FolderLinks | undefined;
  chosen: string | null;
  onChoose: (id: string) => void;
  /** Enter or a click: open it. */
  onOpen: (id: string) => void;
  /** The file in the editor. */
  open: string;
}

/** What is to be known of a file, in a word or two. */
export function markOf(path: string, links: FolderLinks | undefined): { words: string; isWrong: boolean } | null {
  const broken = links?.broken.filter((one) => one.path === path).length ?? 0;
  if (broken > 0) return { words: broken === 1 ? "1 leads nowhere" : `${broken} lead nowhere`, isWrong: true };
  if (links?.unread.includes(path)) return { words: "not UTF-8", isWrong: false };
  return links?.unused.includes(path) ? { words: "unused", isWrong: false } : null;
}

/** The folder: arrows walk, right and left open and close, letters find, Enter opens. */
export const FileTree = memo(function FileTree({ files, links, chosen, onChoose, onOpen, open }: Props) {
  const nodes = useMemo(() => treeOf(files), [files]);
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set());
  const folders = useMemo(() => foldersAround(files.map((file) => file.path)), [files]);
  const expanded = folders.filter((folder) => !closed.has(folder));
  const row = (node: Node) => {
    const mark = node.file ? markOf(node.id, links) : null;
    return (
      <TreeItem key={node.id} id={node.id} textValue={`${node.name}${mark ? `, ${mark.words}` : ""}`}>
        <TreeItemContent>
          {({ level, hasChildItems, isExpanded }) => (
            <div className="line" style={{ "--depth": level } as React.CSSProperties} data-here={node.id === open} data-folder={hasChildItems}>
              {hasChildItems ? <Button slot="chevron" data-expanded={isExpanded || undefined} aria-label={isExpanded ? `Close ${node.name}` : `Open ${node.name}`}><svg viewBox="0 0 8 8" aria-hidden="true"><path d="M1 0 7 4 1 8z" /></svg></Button> : <span />}
              <span className="name">{node.name}{hasChildItems ? "/" : ""}</span>
              {mark && <span className="mark" data-wrong={mark.isWrong}>{mark.words}</span>}
            </div>
          )}
        </TreeItemContent>
        {node.children.map(row)}
      </TreeItem>
    );
  };
  return (
    <List
      aria-label="Files of the site" selectionMode="single" selectionBehavior="replace" disallowEmptySelection
      selectedKeys={chosen === null ? [] : [chosen]} onSelectionChange={(keys) => keys !== "all" && keys.size > 0 && onChoose(String([...keys][0]))}
      expandedKeys={expanded} onExpandedChange={(keys) => setClosed(new Set(folders.filter((folder) => !keys.has(folder))))}
      onAction={(key) => onOpen(String(key))}
    >
      {nodes.map(row)}
    </List>
  );
});
