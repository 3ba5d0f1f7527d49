import type { QueryClient, QueryKey, Updater } from "@tanstack/react-query";

/** Put in what is known now. What was asked for before would come later, and say again what was: it is not waited for. */
export async function setNow<T>(queries: QueryClient, key: QueryKey, value: Updater<T | undefined, T | undefined>): Promise<void> {
  await queries.cancelQueries({ queryKey: key });
  queries.setQueryData<T>(key, value);
}
