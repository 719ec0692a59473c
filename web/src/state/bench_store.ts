import { create } from "zustand";
import {
  type Answer,
  api,
  type Edit,
  forGood,
  type Reach,
  Refused,
  type Rig,
  type Section,
  type SystemKey,
  signedOut,
  speakUnits,
  taken,
  type WaterEdit,
} from "../api/client";
import { unstepped } from "../model/drift_view";

/** The rig in hand (none before the first) and its water: the two documents undo holds. */
export type Docs = { rig: Rig | null; water: Reach };
/** An edit waiting to be answered, the field it was typed in, where refusals are shown, and the press it came with. */
export type Waiting = { edit: Edit; field: string; press: number };
/** A step of the past: documents, and the presses on them that were answered together with later ones. */
export type Step = Docs & { after?: Waiting[] };
export type Saved = { rigId: string; revision: string | null; number: number; rig: Rig | null };
/** A water as the server last had it. */
export type SavedWater = { number: number | null; water: Reach | null };
/** What of a bench survives a reload besides its documents: the past, and edits that were not answered yet. */
export type Kept = { past: Step[]; future: Step[]; waiting: Waiting[]; redone?: Waiting[] };
type Computed = { rig: Rig | null; water: Reach; section: Section; seq: number; answer: Answer | null };

type State = {
  docs: Docs | null;
  answer: Answer | null;
  section: Section | null;
  past: Step[];
  future: Step[];
  waiting: Waiting[];
  /** What is asked for again to come to a step of the past: no new step. */
  redone: Waiting[];
  /** What the server refused, by field. */
  faults: Record<string, string>;
  /** Said in place while the server cannot be reached; edits wait. */
  lost: boolean;
  trouble: string;
  units: SystemKey;
  selected: string | null;
  saved: Saved | null;
  /** What the server has of each water that was opened. */
  waters: Record<string, SavedWater>;
};

type Actions = {
  open: (docs: Docs, saved: Saved | null, kept?: Kept) => void;
  setRig: (rig: Rig) => void;
  edit: (edit: Edit, field?: string) => void;
  /** Makes several edits as one step of the past. */
  editAll: (edits: readonly Edit[], field?: string) => void;
  setWater: (water: Reach, number?: number | null) => void;
  markWater: (id: string, saved: SavedWater) => void;
  tell: (trouble: string) => void;
  /** Computes the same again: something it follows from has changed elsewhere. */
  again: () => void;
  undo: () => void;
  redo: () => void;
  setUnits: (units: SystemKey) => void;
  select: (part: string | null) => void;
  clearFault: (field: string) => void;
  markSaved: (saved: Saved) => void;
};

const MOST_UNDO = 500;
/** Presses are told apart for as long as a tab keeps them, also over a reload. */
let press = Date.now();
const RETRY_MS = [500, 1000, 2000, 4000];

let seq = Date.now();
/** Answers below this number belong to a past that was undone. */
let floor = 0;
let retries = 0;
let inFlight: AbortController | null = null;

export const useBench = create<State & Actions>((set, get) => {
  /** Sends what waits, one request at a time: what is pressed meanwhile goes out together with the next. */
  async function send(): Promise<void> {
    const { docs, waiting } = get();
    if (!docs || inFlight) return;
    seq += 1;
    const mine = seq;
    const sent = [...get().redone, ...waiting];
    const control = new AbortController();
    inFlight = control;
    let again = false;
    try {
      const computed = await compute(docs, sent, mine, control.signal);
      retries = 0;
      again = accept(computed, sent);
    } catch (error) {
      if (!control.signal.aborted && mine >= floor) {
        if (forGood(error)) again = refuse(error, sent);
        else retry(error);
      }
    } finally {
      if (inFlight === control) inFlight = null;
    }
    if (again) void send();
  }

  function accept(computed: Computed, sent: Waiting[]): boolean {
    if (computed.seq < floor) return false;
    const { docs, past, waiting, future, redone } = get();
    const steps = docs ? stepsOf(docs, redone, sent.slice(redone.length)) : [];
    const next = { rig: computed.rig, water: computed.water };
    set({
      docs: next,
      answer: computed.answer,
      section: computed.section,
      past: [...past.slice(-MOST_UNDO), ...steps],
      future: steps.length > 0 ? [] : future,
      redone: [],
      waiting: waiting.filter((w) => !sent.includes(w)),
      lost: false,
      trouble: "",
      selected: keep(get().selected, next.rig),
    });
    return get().waiting.length > 0;
  }

  function refuse(error: Refused, sent: Waiting[]): boolean {
    const faults = { ...get().faults };
    const wrong = new Set<Waiting>();
    for (const fault of error.problem?.faults ?? []) {
      const index = Number(/^edits\[(\d+)\]/.exec(fault.path)?.[1] ?? -1);
      const which = sent[index];
      if (which) {
        const inner = fault.path.replace(/^edits\[\d+\]\.?/, "");
        const field = inner === "" || inner === "value" ? which.field : `${which.field}.${inner}`;
        faults[field] = fault.value ? `“${fault.value}”: ${fault.reason}` : fault.reason;
        wrong.add(which);
      }
    }
    const drop = wrong.size > 0 ? wrong : new Set(sent);
    const trouble = wrong.size > 0 ? "" : error.message;
    const kept = (w: Waiting) => !drop.has(w);
    set({ faults, trouble, waiting: get().waiting.filter(kept), redone: get().redone.filter(kept) });
    return get().waiting.length + get().redone.length > 0;
  }

  function retry(error: unknown): void {
    const unreachable = !(error instanceof Refused);
    set({ lost: unreachable, trouble: unreachable || signedOut(error) ? "" : (error as Refused).message });
    if (!unreachable && (error as Refused).status === 500) {
      set({ waiting: [], redone: [] });
      return;
    }
    const wait = RETRY_MS[Math.min(retries, RETRY_MS.length - 1)] ?? 4000;
    retries += 1;
    window.setTimeout(() => void send(), wait);
  }

  function jump(step: Step, waiting: Waiting[] = []): void {
    const { after, ...docs } = step;
    floor = seq + 1;
    inFlight?.abort();
    inFlight = null;
    set({ docs: after ? docs : step, waiting, redone: after ?? [], faults: {}, trouble: "" });
    void send();
  }

  return {
    docs: null,
    answer: null,
    section: null,
    past: [],
    future: [],
    waiting: [],
    redone: [],
    faults: {},
    lost: false,
    trouble: "",
    units: readUnits(),
    selected: null,
    saved: null,
    waters: {},
    open(docs, saved, kept) {
      set({ past: kept?.past ?? [], future: kept?.future ?? [], answer: null, selected: null, saved });
      jump(stepOf({ docs, redone: kept?.redone ?? [] }) ?? docs, kept?.waiting);
    },
    setRig(rig) {
      const { docs, past } = get();
      const now = stepOf(get());
      if (!docs || !now) return;
      set({ past: [...past.slice(-MOST_UNDO), now], future: [] });
      jump({ ...docs, rig });
    },
    edit(edit, field = "") {
      get().editAll([edit], field);
    },
    editAll(edits, field = "") {
      if (field in get().faults) get().clearFault(field);
      press += 1;
      set({ waiting: [...get().waiting, ...edits.map((edit) => ({ edit, field, press }))], trouble: "" });
      void send();
    },
    setWater(water, number) {
      const { docs, past, waters } = get();
      const now = stepOf(get());
      if (number !== undefined)
        set({ waters: { ...waters, [water.id]: { number, water: number === null ? null : water } } });
      if (now) set({ past: [...past.slice(-MOST_UNDO), now], future: [] });
      jump({ rig: docs?.rig ?? null, water });
    },
    markWater(id, saved) {
      set({ waters: { ...get().waters, [id]: saved } });
    },
    tell(trouble) {
      set({ trouble });
    },
    again() {
      const now = stepOf(get());
      if (now) jump(now, get().waiting);
    },
    undo() {
      const { past, future, waiting } = get();
      const now = stepOf(get());
      const last = waiting[waiting.length - 1];
      // What was not answered yet is the last step: its press is taken back, and nothing before it.
      if (now && last) {
        const kept = waiting.filter((w) => w.press !== last.press);
        return jump(now, kept);
      }
      const back = past[past.length - 1];
      if (!now || !back) return;
      set({ past: past.slice(0, -1), future: [now, ...future] });
      jump(back);
    },
    redo() {
      const { past, future, waiting } = get();
      const now = stepOf(get());
      const next = future[0];
      // A change that was not answered yet leaves nothing to be redone.
      if (!now || !next || waiting.length > 0) return;
      set({ past: [...past, now], future: future.slice(1) });
      jump(next);
    },
    setUnits(units) {
      try {
        localStorage.setItem("jarana.units", units);
      } catch {}
      set({ units });
      get().again();
    },
    select(part) {
      set({ selected: part });
    },
    clearFault(field) {
      const faults = { ...get().faults };
      delete faults[field];
      set({ faults });
    },
    markSaved(saved) {
      set({ saved });
    },
  };
});

/** Asks the one call that serves the workbench, or the water's own where there is no rig yet. */
async function compute(docs: Docs, sent: Waiting[], seq: number, signal: AbortSignal): Promise<Computed> {
  const { rig, water } = docs;
  if (rig) {
    const edits = sent.map((w) => w.edit);
    const answer = taken(await api.POST("/api/v1/workbench", { body: { rig, water, edits, seq }, signal }));
    const drift = unstepped(answer.drift);
    return { rig: answer.rig, water: answer.water, section: answer.section, seq, answer: { ...answer, drift } };
  }
  const edits = sent.map((w) => w.edit as WaterEdit);
  const answer = taken(await api.POST("/api/v1/water", { body: { water, edits, seq }, signal }));
  return { rig: null, water: answer.water, section: answer.section, seq, answer: null };
}

/** Where one is: the documents, and what is still to be asked for again to be there. */
function stepOf({ docs, redone }: { docs: Docs | null; redone: Waiting[] }): Step | null {
  return docs && (redone.length > 0 ? { ...docs, after: redone } : docs);
}

/** The steps back from presses that were answered together: one for each press, however slow the answer was. */
function stepsOf(docs: Docs, redone: Waiting[], sent: Waiting[]): Step[] {
  const presses = [...new Set(sent.map((w) => w.press))];
  return presses.flatMap((each) => {
    const before = [
      ...redone,
      ...sent.slice(
        0,
        sent.findIndex((w) => w.press === each),
      ),
    ];
    return stepOf({ docs, redone: before }) ?? [];
  });
}

function keep(selected: string | null, rig: Rig | null): string | null {
  if (!rig) return null;
  const ids = [...rig.spans, ...rig.joints, ...rig.attachments].map((part) => part.id);
  return selected && ids.includes(selected) ? selected : null;
}

/** A system, or one with changes. */
const KNOWN = /^[a-z]{1,10}(,[a-z]{1,12}=[a-z]{1,6}){0,12}$/;

function readUnits(): SystemKey {
  try {
    const kept = localStorage.getItem("jarana.units");
    if (kept && KNOWN.test(kept)) return kept;
  } catch {}
  return "metric";
}

speakUnits(() => useBench.getState().units);
