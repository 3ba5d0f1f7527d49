import { useAddress } from "./router";
import { SiteList } from "./places/sites/SiteList";
import { WritePlace } from "./places/write/WritePlace";

/** Chooses the place that the address names. */
export function App() {
  const address = useAddress();
  const write = /^\/sites\/(\d+)\/write$/.exec(address.pathname);
  if (write) return <WritePlace key={write[1]} siteId={Number(write[1])} page={address.searchParams.get("page")} />;
  return <SiteList />;
}
