import { type AskedJob, api, type JobView, taken } from "../api/client";
import { phrase } from "../words/phrase";

/** A job is looked at first after this share of what the last of its kind took to its first answer. */
const OF_THE_LAST = 0.8;
/** And again after this share of how long it has been waited for: the longer it takes, the seldomer. */
const OF_THE_WAIT = 1 / 3;
const SOONEST_MS = 120;
const LATEST_MS = 1000;
/** Nothing is found sooner of one that has not been begun. */
const NOT_BEGUN_MS = 240;

/**
 * How long to wait before the next look at a job that has been waited for so long, and was in a state when it was looked at. One
 * that waits although something was found is left for later: others go first.
 */
export const nextLook = (waited_ms: number, state: string, found = false) => {
  if (state === "waiting" && found) return LATEST_MS;
  return Math.min(Math.max(waited_ms * OF_THE_WAIT, state === "waiting" ? NOT_BEGUN_MS : SOONEST_MS), LATEST_MS);
};

/** How long to wait before the first look, by how long the last of its kind took. */
export const firstLook = (last_ms: number) => Math.min(Math.max(last_ms * OF_THE_LAST, SOONEST_MS), LATEST_MS);

/** How long the first answer of a job took lately, by kind, ms. */
const lately = new Map<string, number>();

export type Found<K extends AskedJob["kind"]> = Extract<NonNullable<JobView["found"]>, { kind?: K }>;

/** A job that ended without an answer; says why. */
export class JobFailed extends Error {}

/**
 * Asks for what takes a while and looks at it until it is there; tells the share that is done, and a first answer.
 * Once the signal is given the server is told to stop it.
 */
export async function runJob<K extends AskedJob["kind"]>(
  asked: Extract<AskedJob, { kind: K }>,
  signal: AbortSignal,
  tell: (share: number, first: Found<K> | null) => void,
): Promise<Found<K>> {
  const begun = taken(await api.POST("/api/v1/jobs", { body: asked, signal }));
  const params = { path: { job_id: begun.id } };
  const stop = () => void api.DELETE("/api/v1/jobs/{job_id}", { params, keepalive: true }).catch(() => undefined);
  if (signal.aborted) stop();
  signal.addEventListener("abort", stop, { once: true });
  window.addEventListener("pagehide", stop);
  try {
    const since = performance.now();
    let wait = firstLook(lately.get(asked.kind) ?? 0);
    let found = false;
    for (let looks = 0; ; looks++) {
      await pause(wait, signal);
      const job = taken(await api.GET("/api/v1/jobs/{job_id}", { params, signal }));
      const { state } = job;
      const waited = performance.now() - since;
      // What is there at the first look may have been there for long.
      if (job.found && !found) lately.set(asked.kind, looks === 0 ? waited / 2 : waited);
      found = Boolean(job.found);
      wait = nextLook(waited, state, found);
      if (state === "done") return job.found as Found<K>;
      if (state === "failed") throw new JobFailed(job.fault?.detail ?? phrase("It could not be computed."));
      if (state === "stopped") throw new JobFailed(phrase("It was stopped."));
      tell(job.steps > 0 ? job.done / job.steps : 0, (job.found as Found<K> | null | undefined) ?? null);
    }
  } finally {
    signal.removeEventListener("abort", stop);
    window.removeEventListener("pagehide", stop);
  }
}

function pause(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((done, fail) => {
    if (signal.aborted) return fail(signal.reason);
    const timer = setTimeout(done, ms);
    const giveUp = () => {
      clearTimeout(timer);
      fail(signal.reason);
    };
    signal.addEventListener("abort", giveUp, { once: true });
  });
}
