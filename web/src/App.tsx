import { lazy, Suspense } from "react";
import { Waiting } from "./kit/Waiting";
import { SiteList } from "./places/sites/SiteList";
import { useAddress } from "./router";

// Each place is a script of its own: a first visit of Sites loads no editor, and Write no plans.
const WritePlace = lazy(() => import("./places/write/WritePlace").then((place) => ({ default: place.WritePlace })));
const SurveyPlace = lazy(() => import("./places/survey/SurveyPlace").then((place) => ({ default: place.SurveyPlace })));
const ComparePlace = lazy(() => import("./places/compare/ComparePlace").then((place) => ({ default: place.ComparePlace })));
const HandOverPlace = lazy(() => import("./places/handover/HandOverPlace").then((place) => ({ default: place.HandOverPlace })));
const SharedReport = lazy(() => import("./places/handover/SharedReport").then((place) => ({ default: place.SharedReport })));
const PlanPlace = lazy(() => import("./places/plan/PlanPlace").then((place) => ({ default: place.PlanPlace })));
const SharedPlan = lazy(() => import("./places/plan/SharedPlan").then((place) => ({ default: place.SharedPlan })));

/** The place that the address names. */
function Place() {
  const address = useAddress();
  const write = /^\/sites\/(\d+)\/write$/.exec(address.pathname);
  if (write) return <WritePlace key={write[1]} siteId={Number(write[1])} page={address.searchParams.get("page")} />;
  const survey = /^\/sites\/(\d+)\/survey$/.exec(address.pathname);
  if (survey) return <SurveyPlace key={survey[1]} siteId={Number(survey[1])} page={address.searchParams.get("page")} />;
  const compare = /^\/sites\/(\d+)\/compare$/.exec(address.pathname);
  if (compare) return <ComparePlace key={compare[1]} siteId={Number(compare[1])} page={address.searchParams.get("page")} />;
  const handOver = /^\/sites\/(\d+)\/hand-over$/.exec(address.pathname);
  if (handOver) return <HandOverPlace key={handOver[1]} siteId={Number(handOver[1])} />;
  const plan = /^\/sites\/(\d+)\/plan$/.exec(address.pathname);
  if (plan) return <PlanPlace key={plan[1]} siteId={Number(plan[1])} planId={Number(address.searchParams.get("plan")) || null} />;
  const shared = /^\/plans\/([\w-]+)$/.exec(address.pathname);
  if (shared?.[1]) return <SharedPlan token={shared[1]} />;
  const report = /^\/reports\/([\w-]+)$/.exec(address.pathname);
  if (report?.[1]) return <SharedReport token={report[1]} />;
  return <SiteList />;
}

/** The application: the place that the address names, once its script is there. */
export function App() {
  return (
    <Suspense fallback={<Waiting />}>
      <Place />
    </Suspense>
  );
}
