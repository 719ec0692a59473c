import createClient from "openapi-fetch";
import { phrase } from "../words/phrase";
import { askedEarly } from "./asked_early";
import type { components, paths } from "./generated";

export const api = createClient<paths>({
  baseUrl: window.location.origin,
  fetch: (request) => askedEarly(request) ?? globalThis.fetch(request),
});

/** Tells every request in which units the person reads and types, and their time zone. */
export function speakUnits(units: () => SystemKey): void {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  api.use({
    onRequest({ request }) {
      request.headers.set("Jarana-Units", units());
      if (zone) request.headers.set("Jarana-Zone", zone);
      return request;
    },
  });
}

type Schemas = components["schemas"];
export type SampleKind = Schemas["SampleKindSeen"];
export type SampleItem = Schemas["SampleItemSeen"];
export type LinkKind = Schemas["NewLink"]["kind"];
export type ClubSeen = Schemas["ClubSeen"];
export type ClubThing = Schemas["ClubThing"];
export type NewThing = Schemas["NewThing"];
export type AccountSeen = Schemas["AccountSeen"];
export type RestoredView = Schemas["RestoredView"];
export type Rig = Schemas["Rig"];
export type Span = Schemas["Span"];
export type Joint = Schemas["Joint"];
export type Attachment = Schemas["Attachment"];
export type RefitAnswer = Schemas["RefitAnswer"];
export type Pull = Schemas["HandPull"];
export type Hang = Schemas["Hang"];
export type Fly = Schemas["Fly"];
export type Shot = Schemas["Shot"];
export type PeggedBead = Schemas["PeggedBead"];
export type Float = Schemas["Float"];
export type Band = Schemas["Band"];
export type Reach = Schemas["Reach"];
export type Drift = Schemas["SentDrift"];
export type Reading = Schemas["Reading"];
export type Word = Schemas["Word"];
export type Strength = Schemas["Strength"];
export type TieSheet = Schemas["TieSheet"];
export type Cut = Schemas["Cut"];
export type TieStep = Schemas["TieStep"];
export type TieView = Schemas["TieView"];
export type Section = Schemas["Section"];
export type KeptReach = Schemas["KeptReach"];
export type RuleSetView = Schemas["RuleSetView"];
export type HistoryEntry = Schemas["HistoryEntry"];
export type Measures = Schemas["Measures"];
export type Try = Schemas["Try"];
export type Drawer = Schemas["Drawer"];
export type Book = Schemas["Book"];
export type UnitRule = Schemas["UnitRule"];
export type UnitSystem = Schemas["UnitSystem"];
export type Knot = Schemas["Knot"];
export type MethodView = Schemas["MethodView"];
export type RigSummary = Schemas["RigSummary"];
export type BothView = Schemas["BothView"];
export type BothWatersView = Schemas["BothWatersView"];
export type RigRevision = Schemas["RigRevision"];
export type Problem = Schemas["Problem"];
export type Fault = Problem["faults"][number];
export type KindView = Schemas["KindView"];
export type ColumnView = Schemas["ColumnView"];
export type StockRow = Schemas["RowView"];
export type StockEdit = Schemas["StockEdits"]["edits"][number];
export type TriesAnswer = Schemas["TriesAnswer"];
export type StockChange = Schemas["StockChange"];
export type ChangeAnswer = Schemas["ChangeAnswer"];
export type PreviewView = Schemas["PreviewView"];
export type JarTiming = Schemas["JarTiming"];
export type Measurement = Schemas["Measurement"];
export type Caution = Schemas["Caution"];
export type CardView = Schemas["CardView"];
export type Suits = Schemas["Suits"];
export type StartedRig = Schemas["StartedRig"];
export type SideView = Schemas["SideView"];
export type Ranked = Schemas["RankedView"];
export type RankingView = Schemas["RankingView"];
export type RigHereView = Schemas["RigHereView"];
export type Limits = Schemas["Limits"];
export type RigRides = Schemas["RigRidesView"];
export type WantedView = Schemas["WantedView"];
export type WorthView = Schemas["WorthView"];
export type FactorsView = Schemas["FactorsView"];
export type FindView = Schemas["FindView"];
export type FoundRig = Schemas["FoundRigView"];
export type RideView = Schemas["RideView"];
export type Would = Schemas["WouldView"];
export type Ladder = Schemas["Ladder"];
export type LadderCell = Schemas["Cell"];
export type RerigView = Schemas["RerigView"];
export type StartView = Schemas["StartView"];
export type DeclinedView = Schemas["DeclinedView"];
export type BandFound = Schemas["BandFound"];
export type Pack = Schemas["Pack"];
export type PackRig = Schemas["PackRig"];
export type Tap = Schemas["Tap"];
export type Counsel = Schemas["Counsel"];
export type PlanTable = Schemas["Table"];
export type Season = Schemas["SeasonTold"];
export type Rate = Schemas["Rate"];
export type Learnt = Schemas["Learnt"];
export type Exercise = Schemas["Exercise"];
export type PracticeProgress = Schemas["Progress"];
export type LogAnswer = Schemas["Answered"];
export type BroughtLog = Schemas["BroughtLog"];
export type PackList = Schemas["Packing"];
export type LessonAct = Schemas["LessonAct"];
export type BankEvent = Schemas["EventView"];
export type OutingView = Schemas["OutingView"];
export type OutingPage = Schemas["OutingPage"];
export type JobView = Schemas["JobView"];
export type AskedJob = paths["/api/v1/jobs"]["post"]["requestBody"] extends { content: { "application/json": infer B } }
  ? B
  : never;
export type LeaderAnswer = Schemas["LeaderAnswer"];
export type LeaderRequest = Schemas["LeaderRequest"];
export type LeaderBook = Schemas["LeaderBook"];
export type InHand = Schemas["InHandView"];
export type GaugeView = Schemas["GaugeView"];
export type Answer = Schemas["WorkbenchAnswer"];
export type Request = Schemas["WorkbenchRequest"];
export type Edit = NonNullable<Request["edits"]>[number];
export type WaterEdit = NonNullable<Schemas["WaterRequest"]["edits"]>[number];
export type SystemKey = UnitSystem["key"];

/** A refusal by the server, with the faults that map to fields. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem | undefined,
  ) {
    super(problem?.detail ?? phrase("The server answered {status}.", { status }));
  }
}

const TOO_MANY = 429;

/** Whether the server does not know who asks. */
export function signedOut(error: unknown): error is Refused {
  return error instanceof Refused && error.status === signedOut.status;
}
signedOut.status = 401;

/** Whether the server will say the same if it is asked again: not where it could not answer now, was asked too often, or does not know who asks. */
export function forGood(error: unknown): error is Refused {
  return error instanceof Refused && error.status < 500 && error.status !== TOO_MANY && !signedOut(error);
}

/** Returns the data of an answer, or throws what the server said. */
export function taken<T>(answer: { data?: T; error?: unknown; response: Response }): T {
  if (answer.data !== undefined && answer.response.ok) return answer.data;
  throw new Refused(answer.response.status, answer.error as Problem | undefined);
}
