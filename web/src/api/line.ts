/** The line to the server: a socket that stays open, on which numbers and hills are asked for at every keystroke.
 *
 * A request of its own goes through more hands than it takes to compute what it asks for. While the line is not open,
 * or where it breaks, numbers are asked for over HTTP.
 */
import { ask, Busy, client, type Hill, type Numbers } from "./client";
import type { components } from "./schema";

type NumbersQuery = components["schemas"]["NumbersIn"];
type HillQuery = components["schemas"]["HillIn"];

interface Answer {
  ask: number | null;
  numbers?: Partial<Numbers>;
  hill?: Hill;
  error?: string;
  again?: boolean;
  news?: News;
}

/** What happened to the site elsewhere: a file was saved, files were made, moved, removed or changed in one step, a device looks on. */
export type News = { kind: "saved"; path: string; revision: number } | { kind: "files"; parts: { path: string; new_path: string }[] } | { kind: "viewers" } | { kind: "folder" };

/** Milliseconds before a broken line is opened again, the first time and at most. */
const SOON = 500;
const AT_MOST = 15_000;

export class Line {
  private socket: WebSocket | undefined;
  /** What takes each answer; without one, the question is asked over HTTP. */
  private readonly waiting = new Map<number, (answer?: Answer) => void>();
  private count = 0;
  private last: Partial<Numbers> = {};
  private pause = SOON;
  private timer = 0;
  private isClosed = false;
  private readonly hearing = new Set<(news: News) => void>();

  constructor(private readonly site: number) {
    this.open();
  }

  /** The numbers of a page. Throws with the server's sentence where there are none, `Busy` where they may be asked for again. */
  numbers(query: NumbersQuery): Promise<Numbers> {
    return this.question({ query }, () => this.last as Numbers, () => ask(client.POST("/api/sites/{site_id}/numbers", { params: { path: { site_id: this.site } }, body: query })));
  }

  /** The hill of a box. Throws where there is none, or where a newer one was asked for. */
  hill(hill: HillQuery): Promise<Hill> {
    return this.question({ hill }, (answer) => answer.hill, () => ask(client.POST("/api/sites/{site_id}/hill", { params: { path: { site_id: this.site } }, body: hill })));
  }

  private question<T>(what: object, read: (answer: Answer) => T | undefined, overHttp: () => Promise<T>): Promise<T> {
    const socket = this.socket;
    if (socket?.readyState !== WebSocket.OPEN) return overHttp();
    const number = ++this.count;
    return new Promise((done, failed) => {
      const end = (answer?: Answer) => {
        const found = answer && !answer.error ? read(answer) : undefined;
        if (!answer) overHttp().then(done, failed);
        else if (found === undefined) failed(answer.again ? new Busy(answer.error) : new Error(answer.error));
        else done(found);
      };
      this.waiting.set(number, end);
      socket.send(JSON.stringify({ ask: number, site: this.site, ...what }));
    });
  }

  close(): void {
    this.isClosed = true;
    clearTimeout(this.timer);
    this.socket?.close();
  }

  private open(): void {
    const socket = new WebSocket(`${location.protocol === "https:" ? "wss" : "ws"}://${location.host}/api/line`);
    this.socket = socket;
    this.last = {};
    socket.onopen = () => {
      this.pause = SOON;
      socket.send(JSON.stringify({ listen: this.site }));
    };
    socket.onmessage = (event: MessageEvent<string>) => this.hear(JSON.parse(event.data) as Answer);
    socket.onclose = () => this.broken();
  }

  /** Be told what happens to the site elsewhere. */
  readonly onNews = (hear: (news: News) => void) => {
    this.hearing.add(hear);
    return () => {
      this.hearing.delete(hear);
    };
  };

  private hear(answer: Answer): void {
    if (answer.news) for (const hear of this.hearing) hear(answer.news);
    // What is as it was is not sent again; answers with numbers come in the order of the questions.
    if (answer.numbers) this.last = { ...this.last, ...answer.numbers };
    const waiting = answer.ask === null ? undefined : this.waiting.get(answer.ask);
    if (answer.ask === null || !waiting) return;
    this.waiting.delete(answer.ask);
    waiting(answer);
  }

  private broken(): void {
    const left = [...this.waiting.values()];
    this.waiting.clear();
    for (const one of left) one();
    if (this.isClosed) return;
    this.timer = window.setTimeout(() => this.open(), this.pause);
    this.pause = Math.min(this.pause * 2, AT_MOST);
  }
}
