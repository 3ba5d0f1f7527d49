/** The line to the server: a socket that stays open, on which numbers are asked for at every keystroke.
 *
 * A request of its own goes through more hands than it takes to compute what it asks for. While the line is not open,
 * or where it breaks, numbers are asked for over HTTP.
 */
import { ask, client, type Numbers } from "./client";
import type { components } from "./schema";

type Query = components["schemas"]["NumbersIn"];

interface Answer {
  ask: number | null;
  numbers?: Partial<Numbers>;
  error?: string;
}

interface Waiting {
  done: (numbers: Numbers) => void;
  failed: (error: unknown) => void;
  overHttp: () => void;
}

/** Milliseconds before a broken line is opened again, the first time and at most. */
const SOON = 500;
const AT_MOST = 15_000;

export class Line {
  private socket: WebSocket | undefined;
  private readonly waiting = new Map<number, Waiting>();
  private asked = 0;
  private last: Partial<Numbers> = {};
  private pause = SOON;
  private timer = 0;
  private isClosed = false;

  constructor(private readonly site: number) {
    this.open();
  }

  /** The numbers of a page. Throws with the server's sentence where there are none. */
  numbers(query: Query): Promise<Numbers> {
    const overHttp = () => ask(client.POST("/api/sites/{site_id}/numbers", { params: { path: { site_id: this.site } }, body: query }));
    const socket = this.socket;
    if (socket?.readyState !== WebSocket.OPEN) return overHttp();
    const number = ++this.asked;
    return new Promise((done, failed) => {
      this.waiting.set(number, { done, failed, overHttp: () => void overHttp().then(done, failed) });
      socket.send(JSON.stringify({ ask: number, site: this.site, query }));
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
    };
    socket.onmessage = (event: MessageEvent<string>) => this.hear(JSON.parse(event.data) as Answer);
    socket.onclose = () => this.broken();
  }

  private hear({ ask: number, numbers, error }: Answer): void {
    // What is as it was is not sent again; answers come in the order of the questions.
    if (numbers) this.last = { ...this.last, ...numbers };
    const waiting = number === null ? undefined : this.waiting.get(number);
    if (number === null || !waiting) return;
    this.waiting.delete(number);
    if (numbers) waiting.done(this.last as Numbers);
    else waiting.failed(new Error(error));
  }

  private broken(): void {
    const left = [...this.waiting.values()];
    this.waiting.clear();
    for (const one of left) one.overHttp();
    if (this.isClosed) return;
    this.timer = window.setTimeout(() => this.open(), this.pause);
    this.pause = Math.min(this.pause * 2, AT_MOST);
  }
}
