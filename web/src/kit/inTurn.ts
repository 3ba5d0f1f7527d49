/** What is not waited for by anyone typing is asked for one after another. */
let last: Promise<unknown> = Promise.resolve();

/** Do something once all that was given before is done, whether it went well or not. */
export function inTurn<T>(doing: () => Promise<T>): Promise<T> {
  const next = last.then(doing, doing);
  last = next.catch(() => undefined);
  return next;
}
