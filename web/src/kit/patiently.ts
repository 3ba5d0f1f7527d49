/** Ask again where others came first: questions that wait behind too many, or that were overtaken on their way, are answered a little later. */
import { Busy } from "../api/client";

/** Milliseconds before a question is asked again, and how often that is done. */
const PAUSE = 200;
const TRIES = 25;

/** The answer to a question, asked again while the server says that it may be; `isWanted` is asked before each further time. */
export async function patiently<T>(asking: () => Promise<T>, isWanted: () => boolean = () => true): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await asking();
    } catch (error) {
      if (!(error instanceof Busy) || tries >= TRIES || !isWanted()) throw error;
      await new Promise((done) => setTimeout(done, PAUSE));
    }
  }
}
