/** The API's client, typed from the server's OpenAPI schema. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export const client = createClient<paths>({ baseUrl: "/" });

type Schemas = components["schemas"];
export type Site = Schemas["SiteOut"];
export type SiteSummary = Schemas["SiteSummary"];
export type SiteFile = Schemas["FileOut"];
export type Pin = Schemas["PinOut"];
export type Numbers = Schemas["NumbersOut"];
export type ElementNumbers = Schemas["ElementOut"];
export type MarginNote = Schemas["NoteOut"];
export type DimensionRow = Schemas["RowOut"];
export type Working = Schemas["WorkingOut"];
export type Step = Schemas["StepOut"];
export type Hill = Schemas["HillOut"];
export type HillPoint = Schemas["HillPointOut"];
export type Edge = Schemas["EdgeOut"];
export type Revision = Schemas["RevisionOut"];
export type Survey = Schemas["SurveyOut"];
export type Finding = Schemas["FindingOut"];
export type KeptSurvey = Schemas["KeptOut"];
export type Clash = Schemas["ClashOut"];

/** The sentence in an error answer of the server, or a plain one where there is none. */
export function sentence(error: unknown): string {
  if (typeof error === "object" && error !== null && "detail" in error) {
    const detail = (error as { detail: unknown }).detail;
    if (typeof detail === "string") return detail;
  }
  return "Hill Pin does not answer. Check that ./pin start is running.";
}

/** A question that was not tried, for others came first: who still wants the answer asks again. */
export class Busy extends Error {}

/** The data of an answer; throws its sentence where it is an error, `Busy` where it may be asked again. */
export async function ask<T>(answer: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  const { data, error } = await answer.catch((failure: unknown) => ({ data: undefined, error: failure }));
  if (typeof error === "object" && error !== null && "again" in error && error.again === true) throw new Busy(sentence(error));
  if (error !== undefined || data === undefined) throw new Error(sentence(error));
  return data;
}

export type Twin = Schemas["TwinOut"];

/** Files that would be one on many systems: which are kept must be said first. */
export class TwinsAsked extends Error {
  constructor(message: string, readonly groups: Twin[][]) {
    super(message);
  }
}

/** Take in a zip, a folder's files or several files as a new site; throws TwinsAsked where `choices` must say more. */
export async function importSite(files: { file: File; path: string }[], choices: Record<number, string> = {}): Promise<Site> {
  const form = new FormData();
  for (const { file } of files) form.append("files", file);
  form.append("paths", JSON.stringify(files.map(({ path }) => path)));
  form.append("choices", JSON.stringify(choices));
  return sent<Site>("/api/sites/import", form);
}

/** Send files; throws the sentence of what refuses them. */
async function sent<T>(to: string, form: FormData): Promise<T> {
  const response = await fetch(to, { method: "POST", body: form }).catch(() => undefined);
  const body: unknown = await response?.json().catch(() => undefined);
  if (response?.status === 409) {
    const asked = body as Schemas["TwinsOut"];
    throw new TwinsAsked(asked.detail, asked.twins);
  }
  if (!response?.ok) throw new Error(sentence(body));
  return body as T;
}

export type Plan = Schemas["Plan"];
export type PlanBox = Schemas["Box"];
export type PlanRow = Schemas["Row"];
export type PlanCell = Schemas["Cell"];
export type PlanSize = Schemas["Size"];
export type Sides = Schemas["Sides"];
export type Measure = Schemas["Measure"];
export type Arrangement = Schemas["Arrangement"];
export type Columns = Schemas["Columns"];
export type Solution = Schemas["SolutionOut"];
export type Work = Schemas["WorkOut"];
export type WorkedArrangement = Schemas["ArrangementOut"];
export type WorkedRow = Schemas["PlanRowOut"];
export type WorkedCell = Schemas["CellOut"];
export type PaperStep = Schemas["PaperStepOut"];
export type Drawing = Schemas["Drawing"];
export type KeptPlan = Schemas["KeptPlanOut"];
export type PlanCode = Schemas["CodeOut"];
export type Proof = Schemas["ProofOut"];
export type Stretch = Schemas["StretchOut"];
export type SharedPlan = Schemas["SharedOut"];
export type Reply = Schemas["ReplyOut"];

export type OutlineEntry = Schemas["OutlineEntry"];
export type OverlayLayer = Schemas["OverlayLayer"];
export type Offers = Schemas["OffersOut"];
export type Contest = Schemas["Contest"];
export type Contender = Schemas["Contender"];
export type ChangedText = Schemas["TextOut"];
export type Start = Schemas["StartOut"];
export type StartDrawing = Schemas["StartDrawing"];
export type Words = Schemas["Words"];
export type Held = Schemas["Held"];

export type FolderWish = Schemas["NewPageWish"] | Schemas["NewSheetWish"] | Schemas["DuplicateWish"] | Schemas["MoveWish"] | Schemas["RemoveWish"] | Schemas["LinkWish"] | Schemas["PutPartWish"] | Schemas["TakePartWish"];
export type SitePart = Schemas["SitePartOut"];
export type FolderPlan = Schemas["FolderPlanOut"];
export type FolderStep = Schemas["FolderStepOut"];
export type FolderLinks = Schemas["LinksOut"];
export type Hit = Schemas["HitOut"];
export type SiteColour = Schemas["SiteColourOut"];
export type Searched = Schemas["SearchedOut"];
export type SearchWish = Schemas["SearchIn"];
export type Moment = Schemas["MomentOut"];
export type KeptStates = Schemas["KeptStatesOut"];

/** Put files into a folder of a site: beside what is there, or in its place. */
export async function putFiles(site: number, files: { file: File; path: string }[], folder: string, replace: boolean): Promise<FolderStep> {
  const form = new FormData();
  for (const { file } of files) form.append("files", file);
  form.append("paths", JSON.stringify(files.map(({ path }) => path)));
  form.append("folder", folder);
  form.append("replace", String(replace));
  return sent<FolderStep>(`/api/sites/${site}/files/put`, form);
}

export type Live = Schemas["LiveOut"];
export type LiveViewer = Schemas["ViewerOut"];

export type OtherPage = Schemas["ElsewhereOut"];

export type ShippedScreen = Schemas["ShippedScreenOut"];
export type LineUpNumbers = Schemas["LineUpOut"];
export type Run = Schemas["RunOut"];
export type Shot = Schemas["ShotOut"];
export type PageDrawing = Schemas["DrawingOut"];
export type DrawnEdge = Schemas["DrawnEdgeOut"];
export type KeptDistance = Schemas["DistanceOut"];
export type KeptExpectation = Schemas["ExpectationOut"];
export type ReaderSettings = Schemas["ReaderIn"];

/** Take in a drawing for a page at a width. */
export async function putDrawing(site: number, page: string, width: number, file: File): Promise<PageDrawing> {
  const form = new FormData();
  form.append("file", file);
  form.append("page", page);
  form.append("width", String(width));
  return sent<PageDrawing>(`/api/sites/${site}/drawings`, form);
}
