import { useAddress } from "./router";
import { PlanPlace } from "./places/plan/PlanPlace";
import { SharedPlan } from "./places/plan/SharedPlan";
import { SiteList } from "./places/sites/SiteList";
import { SurveyPlace } from "./places/survey/SurveyPlace";
import { WritePlace } from "./places/write/WritePlace";

/** Chooses the place that the address names. */
export function App() {
  const address = useAddress();
  const write = /^\/sites\/(\d+)\/write$/.exec(address.pathname);
  if (write) return <WritePlace key={write[1]} siteId={Number(write[1])} page={address.searchParams.get("page")} />;
  const survey = /^\/sites\/(\d+)\/survey$/.exec(address.pathname);
  if (survey) return <SurveyPlace key={survey[1]} siteId={Number(survey[1])} page={address.searchParams.get("page")} />;
  const plan = /^\/sites\/(\d+)\/plan$/.exec(address.pathname);
  if (plan) return <PlanPlace key={plan[1]} siteId={Number(plan[1])} planId={Number(address.searchParams.get("plan")) || null} />;
  const shared = /^\/plans\/([\w-]+)$/.exec(address.pathname);
  if (shared?.[1]) return <SharedPlan token={shared[1]} />;
  return <SiteList />;
}
