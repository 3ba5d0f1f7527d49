/** The overlays and the kinds of goal that there are: core knows them, the interface shows them. */
import { useQuery } from "@tanstack/react-query";
import { ask, client, type Offers } from "../../api/client";

const NONE: Offers = { overlays: [], goals: [] };

/** What there is to choose from, asked for once; nothing until it is there. */
export function useOffers(): Offers {
  return useQuery({ queryKey: ["offers"], staleTime: Infinity, queryFn: () => ask(client.GET("/api/offers")) }).data ?? NONE;
}
