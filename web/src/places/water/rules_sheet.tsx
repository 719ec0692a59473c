import { Plus, X } from "lucide-react";
import { type FormEvent, useState } from "react";
import { api, Refused, type RuleSetView, taken } from "../../api/client";
import { useBook } from "../../state/queries";
import { Button } from "../../ui/button";
import { SideSheet } from "../../ui/side_sheet";
import { Tick } from "../../ui/tick";
import { phrase } from "../../words/phrase";

type Rules = RuleSetView["rules"];
type Props = {
  rules: RuleSetView | "new" | null;
  onClose: () => void;
  onKept: (id: string) => void;
  onDropped: (id: string) => void;
};

/** A rule set written down: what it says, where it was read and when it was checked. It never states the law. */
export function RulesSheet({ rules, onClose, onKept, onDropped }: Props) {
  return (
    <SideSheet
      open={rules !== null}
      onClose={onClose}
      title={rules === "new" ? phrase("Rules, written down") : phrase("Change the rules")}
      note={phrase("Your own notes of what holds here. An empty field is a rule that is not there.")}
      width="32rem"
    >
      {rules ? (
        <Form
          key={rules === "new" ? "new" : rules.rules.id}
          rules={rules === "new" ? null : rules.rules}
          mark={rules === "new" ? "" : rules.mark}
          onClose={onClose}
          onKept={onKept}
          onDropped={onDropped}
        />
      ) : null}
    </SideSheet>
  );
}

const FIGURES = [
  ["most_flies", phrase("Most flies"), "2"],
  ["least_distance", phrase("Least distance between flies"), "50 cm"],
  ["longest_rods", phrase("Longest leader, rod lengths"), "2"],
  ["longest", phrase("Longest leader"), "6 m"],
  ["bead_to_hook", phrase("Pegged bead to hook, at most"), "5 cm"],
] as const;
const FLAGS = [
  ["barbless", phrase("Barbless hooks only")],
  ["floats", phrase("Floats allowed")],
  ["shot", phrase("Shot allowed")],
  ["lead", phrase("Lead allowed")],
  ["sliding_droppers", phrase("Sliding droppers allowed")],
] as const;
type Figure = (typeof FIGURES)[number][0];
type Flag = (typeof FLAGS)[number][0];
type Season = { id: number; method: string; first: string; last: string };

function Form({
  rules,
  mark,
  onClose,
  onKept,
  onDropped,
}: Omit<Props, "rules"> & { rules: Rules | null; mark: string }) {
  const book = useBook();
  const [words, setWords] = useState({
    name: rules?.name ?? "",
    source: rules?.source ?? "",
    checked: rules?.checked ?? new Date().toISOString().slice(0, 10),
    remark: rules?.remark ?? "",
  });
  const [figures, setFigures] = useState<Record<Figure, string>>(() => ({
    most_flies: written(rules?.most_flies, ""),
    least_distance: written(rules?.least_distance_m, " m"),
    longest_rods: written(rules?.longest_rods, ""),
    longest: written(rules?.longest_m, " m"),
    bead_to_hook: written(rules?.bead_to_hook_m, " m"),
  }));
  const [flags, setFlags] = useState<Record<Flag, boolean>>(() => ({
    barbless: rules?.barbless ?? false,
    floats: rules?.floats ?? true,
    shot: rules?.shot ?? true,
    lead: rules?.lead ?? true,
    sliding_droppers: rules?.sliding_droppers ?? true,
  }));
  const [seasons, setSeasons] = useState<Season[]>(() => (rules?.seasons ?? []).map((s, id) => ({ id, ...s })));
  const [faults, setFaults] = useState<Record<string, string>>({});
  const methods = book.data?.methods ?? [];

  const keep = async (event: FormEvent) => {
    event.preventDefault();
    const key = rules?.id ?? crypto.randomUUID();
    try {
      const body = {
        base: mark,
        ...words,
        ...figures,
        ...flags,
        seasons: seasons.map(({ method, first, last }) => ({ method, first, last })),
      };
      taken(await api.PUT("/api/v1/rule-sets/{key}", { params: { path: { key } }, body }));
      onKept(key);
      onClose();
    } catch (error) {
      const found = error instanceof Refused ? (error.problem?.faults ?? []) : [];
      const told = Object.fromEntries(found.map((f) => [f.path, f.value ? `“${f.value}”: ${f.reason}` : f.reason]));
      setFaults(
        found.length > 0
          ? told
          : {
              "": error instanceof Refused ? error.message : phrase("The server does not answer; nothing was changed."),
            },
      );
    }
  };
  const drop = async () => {
    if (!rules) return;
    try {
      taken(await api.DELETE("/api/v1/rule-sets/{key}", { params: { path: { key: rules.id } } }));
      onDropped(rules.id);
      onClose();
    } catch {
      setFaults({ "": phrase("The server does not answer; nothing was changed.") });
    }
  };
  const season = (id: number, change: Partial<Season>) =>
    setSeasons(seasons.map((s) => (s.id === id ? { ...s, ...change } : s)));
  return (
    <form onSubmit={(e) => void keep(e)} className="space-y-3">
      <Text
        label={phrase("Name")}
        value={words.name}
        onChange={(name) => setWords({ ...words, name })}
        fault={faults.name}
      />
      <div className="grid grid-cols-2 gap-3">
        <Text
          label={phrase("Where it was read")}
          value={words.source}
          onChange={(source) => setWords({ ...words, source })}
          fault={faults.source}
        />
        <Text
          label={phrase("Checked on")}
          value={words.checked}
          onChange={(checked) => setWords({ ...words, checked })}
          fault={faults.checked}
        />
        {FIGURES.map(([key, label, hint]) => (
          <Text
            key={key}
            label={label}
            hint={hint}
            value={figures[key]}
            onChange={(text) => setFigures({ ...figures, [key]: text })}
            fault={faults[key]}
          />
        ))}
      </div>
      <fieldset className="grid grid-cols-2 gap-1">
        <legend className="sr-only">{phrase("What is allowed")}</legend>
        {FLAGS.map(([key, label]) => (
          <Tick key={key} on={flags[key]} onChange={(on) => setFlags({ ...flags, [key]: on })}>
            {label}
          </Tick>
        ))}
      </fieldset>
      <fieldset>
        <legend className="text-[13px] text-soft">{phrase("Methods allowed only from … to …, month and day")}</legend>
        {seasons.map((s, i) => (
          <div key={s.id} className="mt-1 flex flex-wrap items-start gap-2">
            <label className="text-[12px] text-soft">
              {phrase("Method")}
              <select
                value={s.method}
                onChange={(e) => season(s.id, { method: e.target.value })}
                className="block hit w-48 rounded-s border border-edge bg-sheet px-1 text-[14px] text-ink"
              >
                {methods.map((m) => (
                  <option key={m.key} value={m.key}>
                    {m.name}
                  </option>
                ))}
              </select>
            </label>
            <Text
              label={phrase("From")}
              hint="04-01"
              width="w-20"
              value={s.first}
              onChange={(first) => season(s.id, { first })}
              fault={faults[`seasons[${i}].first`]}
            />
            <Text
              label={phrase("To")}
              hint="09-30"
              width="w-20"
              value={s.last}
              onChange={(last) => season(s.id, { last })}
              fault={faults[`seasons[${i}].last`]}
            />
            <Button
              aria-label={phrase("Take this season out")}
              className="mt-4 px-2"
              onClick={() => setSeasons(seasons.filter((o) => o.id !== s.id))}
            >
              <X size={15} aria-hidden />
            </Button>
          </div>
        ))}
        <Button
          className="mt-1"
          onClick={() =>
            setSeasons([...seasons, { id: Date.now(), method: methods[0]?.key ?? "", first: "", last: "" }])
          }
        >
          <Plus size={15} aria-hidden /> {phrase("A season")}
        </Button>
      </fieldset>
      <Text
        label={phrase("Remark")}
        value={words.remark}
        onChange={(remark) => setWords({ ...words, remark })}
        fault={faults.remark}
      />
      {faults[""] ? (
        <p role="alert" className="text-float">
          {faults[""]}
        </p>
      ) : null}
      <div className="flex gap-2 border-t border-rule pt-3">
        <Button strong type="submit">
          {phrase("Keep them")}
        </Button>
        <Button onClick={onClose}>{phrase("Leave it")}</Button>
        {rules ? (
          <Button className="ml-auto" onClick={() => void drop()}>
            {phrase("Throw them away")}
          </Button>
        ) : null}
      </div>
    </form>
  );
}

type TextProps = {
  label: string;
  value: string;
  onChange: (text: string) => void;
  fault?: string | undefined;
  hint?: string;
  width?: string;
};

function Text({ label, value, onChange, fault, hint, width = "w-full" }: TextProps) {
  return (
    <label className={`block text-[12px] text-soft ${width}`}>
      {label}
      <input
        value={value}
        placeholder={hint}
        autoComplete="off"
        aria-invalid={Boolean(fault)}
        onChange={(e) => onChange(e.target.value)}
        className={`block hit w-full rounded-s border bg-sheet px-2 text-[14px] text-ink ${fault ? "border-float" : "border-edge"}`}
      />
      {fault ? (
        <span role="alert" className="text-float">
          {fault}
        </span>
      ) : null}
    </label>
  );
}

function written(value: number | null | undefined, unit: string): string {
  return value == null ? "" : `${value}${unit}`;
}
