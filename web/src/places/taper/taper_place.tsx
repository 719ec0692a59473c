import { Pin, PinOff } from "lucide-react";
import { useMemo } from "react";
import { useNavigate } from "react-router";
import type { Drawer, LeaderAnswer, LeaderBook, Reach, Rig, UnitSystem } from "../../api/client";
import { LeaderDrawing } from "../../drawings/leader_drawing";
import { useBench } from "../../state/bench_store";
import { type Action, useActions } from "../../state/keys";
import { openSheet } from "../../state/open_sheets";
import { useDrawer } from "../../state/queries";
import { useNumber, useSystem } from "../../state/units";
import { Button } from "../../ui/button";
import { say } from "../../ui/toast";
import { useSize } from "../../ui/use_size";
import { phrase, rich } from "../../words/phrase";
import { Controls } from "./controls";
import { ask, faultsOf, useLeader, useLeaderBook, useTaper } from "./use_leader";

/** The leader designed from one's own spools: sections, hinges and the loop's speed drawn along it. */
export function TaperPlace() {
  const docs = useBench((s) => s.docs);
  const book = useLeaderBook();
  const drawer = useDrawer();
  const system = useSystem();
  if (docs && !docs.rig) {
    return (
      <main className="p-6">
        <h1 className="text-xl font-bold">{phrase("No rig in hand")}</h1>
        <p className="mt-2 mb-4 max-w-prose">
          {phrase("A leader is designed for a rig: its line, rod and flies. Take one in hand first.")}
        </p>
        <Button strong onClick={() => openSheet("rigs")}>
          {phrase("Your rigs")}
        </Button>
      </main>
    );
  }
  if (!docs?.rig || !book.data || !drawer.data || !system) {
    return (
      <p role="status" className="p-6 text-soft">
        {phrase("Laying out the spools …")}
      </p>
    );
  }
  return <Bench rig={docs.rig} water={docs.water} book={book.data} drawer={drawer.data} system={system} />;
}

/** The drawing with the loop's speed under it, and without where no loop throws the line. */
const DRAWN_PX = 310;
const BARE_PX = 120;
/** Fields whose faults are said beside them. */
const BESIDE = ["total", "tippet", "tippet_length", "wind", "cut_to", "shares"];

type Props = { rig: Rig; water: Reach; book: LeaderBook; drawer: Drawer; system: UnitSystem };

function Bench({ rig, water, book, drawer, system }: Props) {
  const units = useBench((s) => s.units);
  const { asked: chosen, ghost } = useTaper();
  const spools = useMemo(() => (drawer.spools ?? []).map((s) => s.id), [drawer]);
  const leader = useLeader(rig, water, chosen, spools, units);
  const faults = faultsOf(leader.error);
  const answer = leader.data;
  const { school, joint } = chosen;
  const spec = answer?.spec;
  // Until a person chooses, school and joint are what the server took for this rig.
  const asked = { ...chosen, school: school || (spec?.school ?? ""), joint: joint || (spec?.joint ?? "") };
  const [ref, size] = useSize<HTMLDivElement>();
  const pin = useMemo<Action[]>(
    () => [
      {
        id: "pin-leader",
        does: phrase("pin this leader, to compare"),
        keys: "p",
        group: phrase("Taper"),
        run: () => togglePin(answer),
      },
    ],
    [answer],
  );
  useActions("taper", pin);
  return (
    <main className="flex flex-col lg:grid lg:h-full lg:min-h-[590px] lg:grid-cols-[300px_minmax(0,1fr)]">
      <h1 className="sr-only">{phrase("Taper")}</h1>
      <Controls asked={asked} answer={answer} book={book} drawer={drawer} faults={faults} system={system} />
      <div className="flex min-h-0 min-w-0 flex-col max-lg:order-first">
        <div
          ref={ref}
          style={{ height: answer && !answer.cast ? BARE_PX : DRAWN_PX }}
          className="flex-none overflow-hidden border-b border-rule bg-sheet"
        >
          {answer && size.width > 0 ? (
            <LeaderDrawing
              answer={answer}
              ghost={ghost === answer ? null : ghost}
              width={size.width}
              height={(answer.cast ? DRAWN_PX : BARE_PX) - 2}
            />
          ) : null}
        </div>
        <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
          {leader.isError && !Object.keys(faults).some((f) => BESIDE.includes(f)) ? (
            <p role="alert" className="text-float">
              {Object.values(faults).join(" ") || leader.error.message}
            </p>
          ) : null}
          {answer ? <Told answer={answer} ghost={ghost} /> : null}
        </div>
        {answer ? <Act answer={answer} pinned={ghost !== null} /> : null}
      </div>
    </main>
  );
}

function togglePin(answer: LeaderAnswer | undefined): void {
  const { ghost } = useTaper.getState();
  useTaper.setState({ ghost: ghost ? null : (answer ?? null) });
}

function Act({ answer, pinned }: { answer: LeaderAnswer; pinned: boolean }) {
  const edit = useBench((s) => s.edit);
  const navigate = useNavigate();
  const put = () => {
    edit({ ...answer.edit, op: "use_leader" }, "leader");
    say(phrase("On the rig. Undo takes it off again."));
    void navigate("/rig");
  };
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-rule px-4 py-2">
      <Button strong disabled={answer.trouble !== ""} onClick={put}>
        {phrase("Put it on the rig in hand")}
      </Button>
      <Button aria-pressed={pinned} onClick={() => togglePin(answer)} title={phrase("Pin (P)")}>
        {pinned ? <PinOff size={15} aria-hidden /> : <Pin size={15} aria-hidden />}
        {pinned ? phrase("Let go of the pinned one") : phrase("Pin it, to compare")}
      </Button>
      <Button onClick={() => void navigate("/rig")}>{phrase("Back to the rig")}</Button>
      <span className="text-[13px] text-soft">
        {answer.trouble ||
          (answer.kept.length > 0
            ? phrase("Stays as it is: {kept}.", { kept: answer.kept.join(", ").toLowerCase() })
            : "")}
      </span>
    </div>
  );
}

function Told({ answer, ghost }: { answer: LeaderAnswer; ghost: LeaderAnswer | null }) {
  const number = useNumber();
  const { design, cast } = answer;
  const other = ghost && ghost !== answer ? ghost : null;
  return (
    <>
      {design.broken.length > 0 ? (
        <div role="status" className="mb-3 border-l-[3px] border-float pl-3" data-testid="broken">
          <p className="font-semibold">{phrase("No leader of these spools keeps every rule. This is the nearest.")}</p>
          {design.broken.map((line) => (
            <p key={line}>{line[0]?.toUpperCase() + line.slice(1)}.</p>
          ))}
          {design.missing.length > 0 ? (
            <p>
              {rich("What would mend it: {missing}.", {
                missing: <span className="figure">{design.missing.join("; ")}</span>,
              })}
            </p>
          ) : null}
        </div>
      ) : null}
      <p data-testid="cast">
        {cast ? cast.sentence : design.cast_note}
        {other?.cast && cast ? (
          <span className="text-soft">
            {" "}
            {phrase("The pinned one fails at {failsinms} m/s, this at {failsinms2}.", {
              failsinms: number(other.cast.fails_in_m_s, 1),
              failsinms2: number(cast.fails_in_m_s, 1),
            })}
          </span>
        ) : null}
      </p>
      {answer.sag ? (
        <p>
          {rich("Held off the water it sags {sag} under a light rig's pull.", {
            sag: <span className="figure">{answer.sag}</span>,
          })}
        </p>
      ) : null}
      {answer.packet ? <p>{answer.packet}</p> : null}
      {design.remarks?.map((line) => (
        <p key={line} className="text-look">
          {line[0]?.toUpperCase() + line.slice(1)}.
        </p>
      ))}
      <p className="text-[13px] text-soft">{phrase("Weakest: {weakest}.", { weakest: answer.weakest })}</p>
      <div className="mt-2 overflow-x-auto">
        <table className="w-full border-collapse text-left text-[14px]">
          <thead>
            <tr className="border-b border-rule text-[12px] text-soft">
              <th className="py-1 pr-3 font-normal">{phrase("Section")}</th>
              <th className="py-1 pr-3 font-normal">{phrase("Spool")}</th>
              <th className="py-1 pr-3 text-right font-normal">{phrase("Diameter")}</th>
              <th className="py-1 pr-3 text-right font-normal">{phrase("Finished")}</th>
              <th className="py-1 pr-3 text-right font-normal">{phrase("Cut")}</th>
              <th className="py-1 pr-3 font-normal">{phrase("Knot above it")}</th>
              <th className="py-1 text-right font-normal">{phrase("Holds")}</th>
            </tr>
          </thead>
          <tbody>
            {design.sections.map((section, i) => {
              const joint = design.joints[i];
              const shown = answer.shown[i];
              return (
                <tr key={section.name} className="border-b border-hair align-top">
                  <th scope="row" className="py-1 pr-3 text-left font-semibold whitespace-nowrap">
                    {section.name}
                  </th>
                  <td className="py-1 pr-3">
                    {section.spool}
                    {section.spool_id && useTaper.getState().asked.without !== null ? (
                      <button
                        type="button"
                        className="ml-2 hit text-[12px] underline"
                        aria-label={phrase("Leave out spool {spool}", { spool: section.spool })}
                        onClick={() =>
                          ask({ without: [...(useTaper.getState().asked.without ?? []), section.spool_id ?? ""] })
                        }
                      >
                        {phrase("leave out")}
                      </button>
                    ) : null}
                  </td>
                  <td className="figure py-1 pr-3 text-right whitespace-nowrap">{shown?.diameter}</td>
                  <td className="figure py-1 pr-3 text-right whitespace-nowrap">{shown?.length}</td>
                  <td className="figure py-1 pr-3 text-right whitespace-nowrap">{shown?.cut}</td>
                  <td className={`min-w-52 py-1 pr-3 ${joint && joint.hinge !== "fine" ? "text-float" : ""}`}>
                    {joint?.ring ? phrase("Ring, ") : ""}
                    {(joint?.loop ?? joint?.knot)?.name}
                    <span className="block text-[12px] text-soft">
                      {joint?.why} {shown?.hinge}
                    </span>
                  </td>
                  <td className="figure py-1 text-right whitespace-nowrap">{shown?.holds}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {design.uses.some((u) => u.short) ? (
        <p className="mt-2 text-look">
          {design.uses
            .filter((u) => u.short)
            .map((u) => phrase("Spool {uName} holds less than is needed", { uName: u.name }))
            .join("; ")}
          .
        </p>
      ) : null}
    </>
  );
}
