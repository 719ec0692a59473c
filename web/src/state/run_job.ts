import { type AskedJob, api, type JobView, taken } from "../api/client";

/** So long is waited before each look at a job, the last for all further ones. */
const LOOKS_MS = [60, 90, 120, 180, 250];

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
    for (let looks = 0; ; looks++) {
      await pause(LOOKS_MS[Math.min(looks, LOOKS_MS.length - 1)] ?? 250, signal);
      const job = taken(await api.GET("/api/v1/jobs/{job_id}", { params, signal }));
      if (job.state === "done") return job.found as Found<K>;
      if (job.state === "failed") throw new JobFailed(job.fault?.detail ?? "It could not be computed.");
      if (job.state === "stopped") throw new JobFailed("It was stopped.");
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
