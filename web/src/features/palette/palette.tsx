import { Command } from "cmdk";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, taken } from "../../api/client";
import { bodyName } from "../../model/bodies";
import { partsOf } from "../../model/line_layout";
import { thingsOf } from "../../model/things";
import { useBench } from "../../state/bench_store";
import { allActions, keysOf, keyText } from "../../state/keys";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useBook, useDrawer, useReaches, useRigs } from "../../state/queries";
import { chose, recent } from "../../state/recent";
import { saveRig } from "../../state/use_keep_rig";
import { takeInHand } from "../../state/use_rig_in_hand";
import { lookUp, useWords } from "../../state/words";
import { phrase } from "../../words/phrase";
import { PLACES } from "../place_list";
import { waterName } from "../water/water_chip";

/** Something that is found by name. */
type Entry = {
  key: string;
  group: string;
  name: string;
  /** Other words it is found by. */
  also?: string | undefined;
  note?: string;
  run: () => unknown;
};

const BETWEEN = "\u0000";

/** How well something fits what is typed: by its name, or by the other words it is found by. */
function fits(value: string, search: string, others: string[] = []): number {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const name = value.split(BETWEEN)[0]?.toLowerCase() ?? "";
  if (words.every((word) => name.includes(word))) return 1;
  const all = `${name} ${others.join(" ").toLowerCase()}`;
  return words.every((word) => all.includes(word)) ? 0.5 : 0;
}

/** Groups that are long: they come once something is typed. */
const TYPED = [phrase("Tackle"), phrase("Readings"), phrase("Methods"), phrase("Words")];

/** Anything by name: places, waters, rigs and their parts, tackle, readings, words, and everything that can be done. */
export function Palette() {
  const open = useSheets((s) => s.open === "palette");
  const [typed, setTyped] = useState(() => (open ? useSheets.getState().ahead : ""));
  const close = () => {
    setTyped("");
    openSheet(null);
  };
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(now) => (now ? openSheet("palette") : close())}
      label={phrase("Anything by name")}
      filter={fits}
      overlayClassName="fixed inset-0 z-40 bg-veil"
      contentClassName="fixed top-[12vh] left-1/2 z-50 w-[min(38rem,calc(100vw-1rem))] -translate-x-1/2 rounded-s border border-ink bg-sheet"
    >
      <Command.Input
        placeholder={phrase("A place, a water, a rig, a fly, a word, or what to do")}
        aria-label={phrase("Anything by name")}
        value={typed}
        onValueChange={setTyped}
        className="min-h-[48px] w-full border-b border-rule bg-transparent px-4 text-[16px] outline-none"
      />
      <Command.List label={phrase("Suggestions")} className="max-h-[56vh] overflow-y-auto p-2">
        <Command.Empty className="px-3 py-4 text-soft">{phrase("Nothing has that name.")}</Command.Empty>
        {open ? <Found typed={typed.trim()} close={close} /> : null}
      </Command.List>
    </Command.Dialog>
  );
}

function Found({ typed, close }: { typed: string; close: () => void }) {
  const entries = useEntries();
  const pick = (entry: Entry) => () => {
    chose(entry.key);
    close();
    void entry.run();
  };
  const shown = typed.length > 1 ? entries : entries.filter((e) => !TYPED.includes(e.group));
  const last = typed ? [] : recent().flatMap((key) => entries.filter((e) => e.key === key));
  const groups = [...new Set(shown.map((e) => e.group))];
  return (
    <>
      {last.length > 0 ? (
        <Group name={phrase("Chosen last")}>
          {last.map((entry) => (
            <Row key={entry.key} entry={entry} value={`last ${entry.key}`} onSelect={pick(entry)} />
          ))}
        </Group>
      ) : null}
      {groups.map((group) => (
        <Group key={group} name={group}>
          {shown
            .filter((entry) => entry.group === group)
            .map((entry) => (
              <Row key={entry.key} entry={entry} value={entry.key} onSelect={pick(entry)} />
            ))}
        </Group>
      ))}
    </>
  );
}

/** Everything there is to find, in the order it is shown in. */
function useEntries(): Entry[] {
  const navigate = useNavigate();
  const rig = useBench((s) => s.docs?.rig);
  const answer = useBench((s) => s.answer);
  const book = useBook();
  const drawer = useDrawer();
  const reaches = useReaches();
  const rigs = useRigs();
  const words = useWords();
  return [
    ...PLACES.map((place) => ({
      key: `place ${place.to}`,
      group: phrase("Places"),
      name: place.name,
      run: () => navigate(place.to),
    })),
    ...allActions().map((action) => ({
      key: `do ${action.id}`,
      group: phrase("What to do"),
      name: action.does,
      also: action.also,
      note: keysOf(action) ? keyText(keysOf(action)) : "",
      run: action.run,
    })),
    ...(reaches.data ?? []).map(({ reach, number }) => ({
      key: `water ${reach.id}`,
      group: phrase("Waters"),
      name: waterName(reach),
      also: reach.kind,
      run: () => useBench.getState().setWater(reach, number),
    })),
    ...(rigs.data ?? []).map((row) => ({
      key: `rig ${row.id}`,
      group: phrase("Rigs"),
      name: row.name,
      also: row.flies.join(" "),
      run: async () => {
        await saveRig().catch(() => undefined);
        takeInHand(taken(await api.GET("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: row.id } } })));
      },
    })),
    ...(rig ? partsOf(rig) : []).map((part) => ({
      key: `part ${part.id}`,
      group: phrase("Parts of the rig in hand"),
      name: partName(part),
      run: () => {
        void navigate("/rig");
        useBench.getState().select(part.id);
      },
    })),
    ...(drawer.data ? thingsOf(drawer.data) : []).map((thing) => ({
      key: `thing ${thing.kind} ${thing.row}`,
      group: phrase("Tackle"),
      name: thing.name,
      also: thing.kind,
      run: () => navigate(`/tackle/${thing.kind}?row=${encodeURIComponent(thing.row)}`),
    })),
    ...(answer?.readings ?? []).map((reading) => ({
      key: `reading ${reading.key}`,
      group: phrase("Readings"),
      name: reading.title,
      also: reading.key,
      note: `${reading.figure} ${reading.unit}`,
      run: () => {
        void navigate("/rig");
        const part = reading.parts?.[0];
        if (part) useBench.getState().select(part);
        window.setTimeout(() => document.querySelector<HTMLElement>(`#reading-${reading.key}`)?.focus(), 250);
      },
    })),
    ...(book.data?.methods ?? []).map((method) => ({
      key: `method ${method.key}`,
      group: phrase("Methods"),
      name: method.name,
      also: method.when,
      run: () => openSheet("start"),
    })),
    ...(words.data ?? []).map((word) => ({
      key: `word ${word.key}`,
      group: phrase("Words"),
      name: word.name,
      also: (word.also ?? []).join(" "),
      run: () => lookUp(word.key),
    })),
  ];
}

function partName(part: ReturnType<typeof partsOf>[number]): string {
  if (part.kind === "span") return part.span.name;
  if (part.kind === "fly") return bodyName(part.attachment.body);
  return `${part.joint.ring ? phrase("Ring") : (part.joint.loop ?? part.joint.knot).name}`;
}

function Group({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Command.Group
      heading={name}
      className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-soft"
    >
      {children}
    </Command.Group>
  );
}

function Row({ entry, value, onSelect }: { entry: Entry; value: string; onSelect: () => void }) {
  return (
    <Command.Item
      value={`${entry.name}${BETWEEN}${value}`}
      keywords={[entry.group, entry.also ?? ""]}
      onSelect={onSelect}
      className="flex hit cursor-pointer items-center justify-between gap-3 rounded-s px-3 data-[selected=true]:bg-hair "
    >
      <span>{entry.name}</span>
      {entry.note ? <kbd className="figure text-[12px] text-soft">{entry.note}</kbd> : null}
    </Command.Item>
  );
}
