/** The texts of a site's files in this window: edited here, saved by themselves, never over a newer state. */
import type { News } from "../../api/line";
import { ask, type Clash, client, sentence } from "../../api/client";
import { dropUnsaved, keepUnsaved, unsavedOf } from "./unsaved";

export interface TextFile {
  path: string;
  text: string;
  savedText: string;
  revision: number;
  savedAt: Date;
  state: "saved" | "unsaved" | "saving" | "clash" | "failed";
  /** The newest state elsewhere, where a save clashed with it. */
  clash?: Clash;
  message?: string;
  /** The text before a change that was made for the person, so that the editor can undo it. */
  before?: string;
  /** Counts changes that did not come from this window's editor. */
  outside: number;
}

interface Snapshot {
  files: ReadonlyMap<string, TextFile>;
  /** Grows with every change of any text. */
  version: number;
  alsoOpen: boolean;
  /** Grows when files changed that were not edited in this window: what the server computes from is another state then. */
  elsewhere: number;
}

type Message = { site: number; from: string } & ({ kind: "saved"; path: string; revision: number } | { kind: "open" } | { kind: "here" } | { kind: "closed" } | { kind: "files"; parts: Moved[] });

/** A file that a step moved, made or removed: its path before and after, empty where it was not there or is not any more. */
export interface Moved {
  path: string;
  new_path: string;
}

const SAVE_AFTER = 500;
/** Milliseconds after which what is drawn around the editor follows: the page and the numbers come first. */
const TELL_AFTER = 90;

export class Texts {
  private snapshotNow: Snapshot = { files: new Map(), version: 0, alsoOpen: false, elsewhere: 0 };
  private readonly listeners = new Set<() => void>();
  private readonly atOnce = new Set<() => void>();
  private scheduled = 0;
  private told = this.snapshotNow;
  private readonly folderListeners = new Set<() => void>();
  private readonly timers = new Map<string, number>();
  /** Saves on their way. */
  private readonly saving = new Map<string, Promise<void>>();
  /** The newest revision of each file that this window was told of, its own included. */
  private readonly heard = new Map<string, number>();
  private readonly channel = new BroadcastChannel("hillpin");
  private readonly window = crypto.randomUUID();
  private isClosed = false;

  constructor(private readonly site: number) {
    this.channel.onmessage = (event: MessageEvent<Message>) => this.hear(event.data);
    this.tell({ kind: "open" });
    addEventListener("pagehide", this.flush);
  }

  /** Another text of the page that the frame draws instead of its own, and is told of at once; null draws its own. */
  preview: string | null = null;
  readonly showInstead = (text: string | null) => {
    if (this.preview === text) return;
    this.preview = text;
    for (const listener of this.atOnce) listener();
  };

  /** Be told in the same breath as the change: for the frame. */
  readonly subscribeAtOnce = (listener: () => void) => {
    this.atOnce.add(listener);
    return () => {
      this.atOnce.delete(listener);
    };
  };
  /** Be told after the keystroke is done with: typing never waits for what is drawn. */
  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };
  readonly snapshot = () => this.snapshotNow;

  close(): void {
    this.flush();
    this.tell({ kind: "closed" });
    removeEventListener("pagehide", this.flush);
    this.channel.close();
    this.isClosed = true;
  }

  /** Load the newest state of files that are not loaded yet. */
  async load(paths: string[]): Promise<void> {
    const wanted = paths.filter((path) => !this.snapshotNow.files.has(path));
    await Promise.all(wanted.map(async (path) => {
      // A file that went away meanwhile is not there to be loaded.
      await this.reload(path).catch(() => undefined);
      this.takeUpUnsaved(path);
    }));
  }

  /** Go on with what could not be saved when a window was closed: saved now, or a clash where the file was saved elsewhere since. */
  private takeUpUnsaved(path: string): void {
    const kept = unsavedOf(this.site, path);
    const file = this.snapshotNow.files.get(path);
    if (!kept || !file) return;
    if (kept.text === file.text) dropUnsaved(this.site, path);
    else if (kept.revision === file.revision) this.apply(path, kept.text);
    else {
      const clash: Clash = { detail: `${path} was saved elsewhere since, and what you wrote here could not be saved then. Nothing was overwritten.`, revision: file.revision, text: file.text };
      this.put({ ...file, text: kept.text, outside: file.outside + 1, state: "clash", clash }, true);
    }
  }

  edit(path: string, text: string): void {
    const file = this.snapshotNow.files.get(path);
    if (!file || file.text === text) return;
    this.put({ ...file, text, state: file.state === "clash" ? "clash" : "unsaved" }, true);
    clearTimeout(this.timers.get(path));
    if (file.state !== "clash") this.timers.set(path, window.setTimeout(() => void this.save(path), SAVE_AFTER));
  }

  /** A change that is made for the person: into the editor, with the same undo as typing. */
  apply(path: string, text: string): void {
    const file = this.snapshotNow.files.get(path);
    if (!file || file.text === text) return;
    this.put({ ...file, before: file.text, outside: file.outside + 1 }, false);
    this.edit(path, text);
  }

  /** Settle a clash: keep the text here as a further revision, or take the other one. */
  async settle(path: string, keep: "mine" | "theirs"): Promise<void> {
    const file = this.snapshotNow.files.get(path);
    if (!file?.clash) return;
    if (keep === "theirs") {
      dropUnsaved(this.site, path);
      this.put({ ...file, text: file.clash.text, savedText: file.clash.text, revision: file.clash.revision, state: "saved", clash: undefined, outside: file.outside + 1 }, true);
      return;
    }
    this.put({ ...file, savedText: file.clash.text, revision: file.clash.revision, state: "unsaved", clash: undefined }, false);
    await this.save(path);
  }

  /** Read the newest state again, after it was brought back or saved elsewhere. What is typed meanwhile stays, and clashes when it is saved. */
  async reload(path: string): Promise<void> {
    const before = this.snapshotNow.files.get(path);
    const answer = await ask(client.GET("/api/sites/{site_id}/file", { params: { path: { site_id: this.site }, query: { path } } }));
    const known = this.snapshotNow.files.get(path);
    if (before && known && known.text !== before.text && known.text !== answer.text) return;
    if (known && known.text === answer.text) {
      this.set({ elsewhere: this.snapshotNow.elsewhere + 1 });
      this.put({ ...known, savedText: answer.text, revision: answer.revision, savedAt: new Date(answer.saved_at), state: "saved", clash: undefined }, false);
      return;
    }
    if (known) this.set({ elsewhere: this.snapshotNow.elsewhere + 1 });
    this.put({
      path, text: answer.text, savedText: answer.text, revision: answer.revision, savedAt: new Date(answer.saved_at), state: "saved",
      outside: (known?.outside ?? 0) + 1,
    }, true);
  }

  /** Be told when files were made, moved or removed elsewhere. */
  readonly onFiles = (listener: () => void) => {
    this.folderListeners.add(listener);
    return () => {
      this.folderListeners.delete(listener);
    };
  };

  /** Save all that is not saved yet. Throws a sentence where that cannot be. */
  async saveAll(): Promise<void> {
    for (const { path } of [...this.snapshotNow.files.values()]) {
      clearTimeout(this.timers.get(path));
      await this.save(path);
      const file = this.snapshotNow.files.get(path);
      if (file?.state === "clash") throw new Error(`${path} was saved elsewhere too. Settle that first.`);
      if (file?.state === "failed") throw new Error(`${path} is not saved: ${file.message ?? ""}`);
    }
  }

  /** Follow a step of the site's files: what moved is open under its new path, what changed is read anew. */
  async followed(parts: Moved[], isOwn = true): Promise<void> {
    const files = new Map(this.snapshotNow.files);
    const wanted: string[] = [];
    for (const part of parts) {
      const file = files.get(part.path);
      if (!file) continue;
      files.delete(part.path);
      if (part.new_path) wanted.push(part.new_path);
    }
    for (const part of parts) {
      const file = this.snapshotNow.files.get(part.path);
      if (file && part.new_path) files.set(part.new_path, { ...file, path: part.new_path });
    }
    this.set({ files, version: this.snapshotNow.version + 1, elsewhere: this.snapshotNow.elsewhere + 1 });
    if (isOwn) this.tell({ kind: "files", parts });
    await Promise.all(wanted.map((path) => this.reload(path).catch(() => undefined)));
  }

  /** Texts that are not saved yet, by path. */
  drafts(): Record<string, string> {
    return Object.fromEntries([...this.snapshotNow.files.values()].filter((file) => file.text !== file.savedText).map((file) => [file.path, file.text]));
  }

  /** Save a file as it is now; whoever asks while it is being saved waits for all that was typed until then. */
  private save(path: string): Promise<void> {
    const running = this.saving.get(path);
    if (running) return running;
    const work = this.saveWhole(path).finally(() => this.saving.delete(path));
    this.saving.set(path, work);
    return work;
  }

  private async saveWhole(path: string): Promise<void> {
    for (let more = true; more;) {
      const file = this.snapshotNow.files.get(path);
      if (!file || file.state === "clash") return;
      if (file.text === file.savedText) this.takenBack(file);
      more = file.text !== file.savedText && (await this.saveOnce(path, file));
    }
    this.savedElsewhere(path, this.heard.get(path) ?? 0);
  }

  /** What was changed and changed back before it was saved is as it was. */
  private takenBack(file: TextFile): void {
    if (file.state === "saved") return;
    dropUnsaved(this.site, file.path);
    this.put({ ...file, state: "saved", message: undefined }, false);
  }

  /** Whether more was typed meanwhile. */
  private async saveOnce(path: string, file: TextFile): Promise<boolean> {
    const text = file.text;
    this.put({ ...file, state: "saving" }, false);
    const answer = await client
      .PUT("/api/sites/{site_id}/file", { params: { path: { site_id: this.site } }, body: { path, text, base_revision: file.revision } })
      .catch(() => undefined);
    const now = this.snapshotNow.files.get(path) ?? file;
    if (answer?.data) {
      const more = now.text !== text;
      this.put({ ...now, savedText: text, revision: answer.data.revision, savedAt: new Date(answer.data.saved_at), state: more ? "unsaved" : "saved", message: undefined }, false);
      this.tell({ kind: "saved", path, revision: answer.data.revision });
      dropUnsaved(this.site, path);
      return more;
    }
    if (answer?.response.status === 409) {
      this.put({ ...now, state: "clash", clash: answer.error as Clash }, false);
    } else {
      keepUnsaved(this.site, path, { text: now.text, revision: now.revision });
      this.put({ ...now, state: "failed", message: sentence(answer?.error) }, false);
      this.timers.set(path, window.setTimeout(() => void this.save(path), 5000));
    }
    return false;
  }

  private readonly flush = () => {
    for (const file of this.snapshotNow.files.values()) {
      if (file.text === file.savedText) continue;
      keepUnsaved(this.site, file.path, { text: file.text, revision: file.revision });
      if (file.state === "clash" || file.state === "saving") continue;
      const body = JSON.stringify({ path: file.path, text: file.text, base_revision: file.revision });
      void fetch(`/api/sites/${this.site}/file`, { method: "PUT", body, headers: { "Content-Type": "application/json" }, keepalive: body.length < 60_000 });
    }
  };

  private hear(message: Message): void {
    if (message.site !== this.site || message.from === this.window) return;
    if (message.kind === "open") this.tell({ kind: "here" });
    if (message.kind === "open" || message.kind === "here") this.set({ alsoOpen: true });
    if (message.kind === "closed") {
      this.set({ alsoOpen: false });
      this.tell({ kind: "open" });
    }
    if (message.kind === "files") this.filesElsewhere(message.parts);
    if (message.kind === "saved") this.savedElsewhere(message.path, message.revision);
  }

  /** What the server tells: of other browsers, other programs, and of what was done here, which is known already. */
  readonly hearNews = (news: News) => {
    if (news.kind === "saved") this.savedElsewhere(news.path, news.revision);
    if (news.kind === "files") this.filesElsewhere(news.parts);
  };

  private savedElsewhere(path: string, revision: number): void {
    this.heard.set(path, Math.max(revision, this.heard.get(path) ?? 0));
    const file = this.snapshotNow.files.get(path);
    // While a save is on its way this may be its own news, come before its answer.
    if (file?.state === "saved" && file.text === file.savedText && revision > file.revision) void this.reload(path).catch(() => undefined);
  }

  private filesElsewhere(parts: Moved[]): void {
    void this.followed(parts, false);
    for (const listener of this.folderListeners) listener();
  }

  private tell(message: { kind: "open" | "here" | "closed" } | { kind: "saved"; path: string; revision: number } | { kind: "files"; parts: Moved[] }): void {
    // What was on its way when the page was left still comes to its end: where a page moves, the address goes with it.
    if (this.isClosed) return;
    this.channel.postMessage({ ...message, site: this.site, from: this.window });
  }

  private put(file: TextFile, textChanged: boolean): void {
    const files = new Map(this.snapshotNow.files).set(file.path, file);
    this.set({ files, version: this.snapshotNow.version + (textChanged ? 1 : 0) });
  }

  private set(change: Partial<Snapshot>): void {
    this.snapshotNow = { ...this.snapshotNow, ...change };
    for (const listener of this.atOnce) listener();
    clearTimeout(this.scheduled);
    this.scheduled = window.setTimeout(this.publish, TELL_AFTER);
  }

  /** Tell now what would be told a little later: where something is drawn anew anyway. */
  readonly publish = () => {
    clearTimeout(this.scheduled);
    if (this.told === this.snapshotNow) return;
    this.told = this.snapshotNow;
    for (const listener of this.listeners) listener();
  };
}
