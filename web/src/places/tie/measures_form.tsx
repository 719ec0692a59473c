import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { api, Refused, taken, type UnitSystem } from "../../api/client";
import { firstFault } from "../../model/faults";
import { text } from "../../model/format";
import { useMeasures } from "../../state/queries";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

const FIELDS = [
  { name: "hand", label: phrase("Hand span") },
  { name: "forearm", label: phrase("Forearm, elbow to fingertip") },
  { name: "chest", label: phrase("Fingertip to chest") },
  { name: "turn", label: phrase("Line that one turn of the reel takes in") },
  { name: "rod_marks", label: phrase("Marks on the rod, from the butt; commas between") },
] as const;

/** One's own measures: set once, then beside every length. */
export function MeasuresForm({ system }: { system: UnitSystem }) {
  const kept = useMeasures();
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [note, setNote] = useState("");
  const now = kept.data?.measures;
  const shown = (mm: number | null | undefined) => (mm ? text(system, "short", mm / 1000) : "");
  const start: Record<string, string> = {
    hand: shown(now?.hand_mm),
    forearm: shown(now?.forearm_mm),
    chest: shown(now?.chest_mm),
    turn: shown(now?.turn_mm),
    rod_marks: (now?.rod_marks_mm ?? []).map(shown).join(", "),
  };
  const set = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const typed = (name: string) => String(form.get(name) ?? "");
    const marks = typed("rod_marks")
      .split(/,\s+|;/)
      .map((t) => t.trim())
      .filter(Boolean);
    try {
      const body = {
        base: kept.data?.mark ?? null,
        hand: typed("hand"),
        forearm: typed("forearm"),
        chest: typed("chest"),
        turn: typed("turn"),
        rod_marks: marks,
      };
      taken(await api.PUT("/api/v1/measures", { body }));
      setFaults({});
      for (const key of ["measures", "sheet"]) void queries.invalidateQueries({ queryKey: [key] });
      setNote(phrase("Set; they stand beside every length now."));
    } catch (error) {
      const found = error instanceof Refused ? (error.problem?.faults ?? []) : [];
      setFaults(Object.fromEntries(found.map((f) => [f.path.replace(/\[.*/, ""), `“${f.value}”: ${f.reason}`])));
      setNote(found.length === 0 ? firstFault(error) : "");
      if (error instanceof Refused && error.status === 409) void queries.invalidateQueries({ queryKey: ["measures"] });
    }
  };
  return (
    <section aria-label={phrase("Your measures")} className="mt-5 border-t border-rule pt-2">
      <Button aria-expanded={open} onClick={() => setOpen(!open)}>
        {now?.hand_mm || now?.forearm_mm || now?.chest_mm
          ? phrase("Your measures")
          : phrase("Set your hand, forearm and reach")}
      </Button>
      {open ? (
        <form
          key={JSON.stringify(start)}
          onSubmit={(event) => void set(event)}
          className="mt-2 grid max-w-xl grid-cols-2 gap-3"
        >
          {FIELDS.map(({ name, label }) => (
            <label key={name} className={name === "rod_marks" ? "col-span-2" : ""}>
              <span className="block text-[12px] text-soft">{label}</span>
              <input
                name={name}
                defaultValue={start[name]}
                autoComplete="off"
                aria-invalid={Boolean(faults[name])}
                aria-describedby={faults[name] ? `measure-${name}` : undefined}
                className="figure hit w-full rounded-s border border-edge bg-sheet px-2"
              />
              {faults[name] ? (
                <span id={`measure-${name}`} role="alert" className="block text-[12px] text-float">
                  {faults[name]}
                </span>
              ) : null}
            </label>
          ))}
          <div className="col-span-2">
            <Button type="submit" strong>
              {phrase("Set")}
            </Button>
            <span role="status" className="ml-3 text-[13px]">
              {note}
            </span>
          </div>
        </form>
      ) : null}
    </section>
  );
}
