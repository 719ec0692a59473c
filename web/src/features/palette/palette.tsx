import { Command } from "cmdk";
import { useNavigate } from "react-router";
import { api, taken } from "../../api/client";
import { bodyName } from "../../model/bodies";
import { partsOf } from "../../model/line_layout";
import { useBench } from "../../state/bench_store";
import { allActions, keysOf, keyText } from "../../state/keys";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useReaches, useRigs } from "../../state/queries";
import { saveRig } from "../../state/use_keep_rig";
import { takeInHand } from "../../state/use_rig_in_hand";
import { PLACES } from "../place_list";
import { waterName } from "../water/water_chip";

/** Anything by name: places, waters, rigs, parts of the rig in hand, and everything that has a key. */
export function Palette() {
  const open = useSheets((s) => s.open === "palette");
  const close = () => openSheet(null);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(now) => (now ? openSheet("palette") : close())}
      label="Anything by name"
      filter={(value, search) => {
        const words = search.toLowerCase().split(/\s+/).filter(Boolean);
        const text = value.toLowerCase();
        return words.every((word) => text.includes(word)) ? 1 : 0;
      }}
      overlayClassName="fixed inset-0 z-40 bg-veil"
      contentClassName="fixed top-[12vh] left-1/2 z-50 w-[min(38rem,calc(100vw-1rem))] -translate-x-1/2 rounded-s border border-ink bg-sheet"
    >
      <Command.Input
        placeholder="A place, a water, a rig, a part, or what to do"
        aria-label="Anything by name"
        className="min-h-12 w-full border-b border-rule bg-transparent px-4 text-[16px] outline-none"
      />
      <Command.List className="max-h-[56vh] overflow-y-auto p-2">
        <Command.Empty className="px-3 py-4 text-soft">Nothing has that name.</Command.Empty>
        <Found close={close} />
      </Command.List>
    </Command.Dialog>
  );
}

function Found({ close }: { close: () => void }) {
  const navigate = useNavigate();
  const rig = useBench((s) => s.docs?.rig);
  const reaches = useReaches();
  const rigs = useRigs();
  const pick = (run: () => void) => () => {
    close();
    run();
  };
  return (
    <>
      <Group name="Places">
        {PLACES.map((place) => (
          <Row key={place.to} value={`place ${place.name}`} onSelect={pick(() => void navigate(place.to))}>
            {place.name}
          </Row>
        ))}
      </Group>
      <Group name="What to do">
        {allActions().map((action) => (
          <Row
            key={action.id}
            value={`do ${action.does}`}
            onSelect={pick(action.run)}
            note={keysOf(action) ? keyText(keysOf(action)) : ""}
          >
            {action.does}
          </Row>
        ))}
      </Group>
      <Group name="Waters">
        {(reaches.data ?? []).map(({ reach, number }, i) => (
          <Row
            key={reach.id}
            value={`water ${i} ${waterName(reach)}`}
            onSelect={pick(() => useBench.getState().setWater(reach, number))}
          >
            {waterName(reach)}
          </Row>
        ))}
      </Group>
      <Group name="Rigs">
        {(rigs.data ?? []).map((row, i) => (
          <Row
            key={row.id}
            value={`rig ${i} ${row.name} ${row.flies.join(" ")}`}
            onSelect={pick(async () => {
              await saveRig().catch(() => undefined);
              takeInHand(taken(await api.GET("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: row.id } } })));
            })}
          >
            {row.name}
          </Row>
        ))}
      </Group>
      <Group name="Parts of the rig in hand">
        {rig
          ? partsOf(rig).map((part, i) => (
              <Row
                key={part.id}
                value={`part ${i} ${partName(part)}`}
                onSelect={pick(() => {
                  void navigate("/rig");
                  useBench.getState().select(part.id);
                })}
              >
                {partName(part)}
              </Row>
            ))
          : null}
      </Group>
    </>
  );
}

function partName(part: ReturnType<typeof partsOf>[number]): string {
  if (part.kind === "span") return part.span.name;
  if (part.kind === "fly") return bodyName(part.attachment.body);
  return `${part.joint.ring ? "Ring" : (part.joint.loop ?? part.joint.knot).name}`;
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

function Row(props: { value: string; onSelect: () => void; note?: string; children: React.ReactNode }) {
  return (
    <Command.Item
      value={props.value}
      onSelect={props.onSelect}
      className="flex min-h-9 cursor-pointer items-center justify-between gap-3 rounded-s px-3 data-[selected=true]:bg-hair"
    >
      <span>{props.children}</span>
      {props.note ? <kbd className="figure text-[12px] text-soft">{props.note}</kbd> : null}
    </Command.Item>
  );
}
