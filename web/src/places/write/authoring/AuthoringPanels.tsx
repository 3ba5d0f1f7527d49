/** Writing faster: what is put into the page, each in a panel in place of the source. */
import { useQueryClient } from "@tanstack/react-query";
import type { SiteFile } from "../../../api/client";
import { keyNamed } from "../../../kit/useKeys";
import type { AskChange } from "../aid";
import type { Folder } from "../folder/useFolder";
import { OutlinePanel } from "./OutlinePanel";
import { StartsPanel } from "./StartsPanel";
import { PartsPanel } from "./PartsPanel";
import { ShapePanel } from "./ShapePanel";
import { WordsPanel } from "./WordsPanel";

export type Authoring = "outline" | "alike" | "words" | "starts" | "parts";
export const AUTHORING_KEYS = { outline: "O", alike: "M", words: "D", starts: "B", parts: "P" } as const;
export const AUTHORING = [
  { id: "outline", words: "From an outline", keys: keyNamed(AUTHORING_KEYS.outline) },
  { id: "alike", words: "Many alike, another shape", keys: keyNamed(AUTHORING_KEYS.alike) },
  { id: "words", words: "Words of a document", keys: keyNamed(AUTHORING_KEYS.words) },
  { id: "starts", words: "A section to begin from", keys: keyNamed(AUTHORING_KEYS.starts) },
  { id: "parts", words: "Parts that ship", keys: keyNamed(AUTHORING_KEYS.parts) },
] as const;
export const isAuthoring = (shown: string): shown is Authoring => shown in AUTHORING_KEYS;

interface Props {
  shows: Authoring;
  siteId: number;
  page: string;
  drafts: Record<string, string>;
  files: readonly SiteFile[];
  folder: Folder;
  /** The page's text as it is now. */
  source: string;
  selected: number | null;
  name: string;
  /** The element that the selected one is in, unless that is the body. */
  around: { index: number; name: string } | null;
  /** How many elements the page has. */
  count: number;
  /** Where the caret stood in the page's source. */
  offset: number;
  onAsk: AskChange;
  onSelect: (index: number) => void;
  /** The page with something in it, to be drawn; null when there is none. */
  onPreview: (text: string | null) => void;
  onPut: (text: string, caret: number) => void;
  onLeave: () => void;
}

/** The page's own language, for its quotes. */
const langOf = (source: string) => /<html[^>]*\slang\s*=\s*["']?([\w-]+)/i.exec(source)?.[1] ?? "en";

export function AuthoringPanels({ shows, source, folder, ...props }: Props) {
  const queries = useQueryClient();
  const onFiles = () => void queries.invalidateQueries({ queryKey: ["site", props.siteId] });
  if (shows === "outline") return <OutlinePanel {...props} />;
  if (shows === "starts") return <StartsPanel {...props} onFiles={onFiles} />;
  if (shows === "parts") return <PartsPanel siteId={props.siteId} page={props.page} folder={folder} onLeave={props.onLeave} />;
  if (shows === "alike") return <ShapePanel {...props} />;
  return <WordsPanel {...props} lang={langOf(source)} />;
}
