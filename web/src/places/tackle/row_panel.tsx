import { useState } from "react";
import { api, type Fly, type KindView, type Measurement, type StockRow, taken } from "../../api/client";
import { BodyDrawing } from "../../drawings/fly_drawing";
import { ShareButton } from "../../features/share/share_button";
import { useDrawer } from "../../state/queries";
import { type Faults, faultsOf, type useStock } from "../../state/use_stock";
import { Button } from "../../ui/button";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";

type Props = {
  kind: KindView;
  row: StockRow;
  devices: readonly string[];
  stock: ReturnType<typeof useStock>;
  onJar: () => void;
  onLose: () => void;
};

/** The row one is in: what it looks like, what is not in the grid, and what can be measured of it. */
export function RowPanel({ kind, row, devices, stock, onJar, onLose }: Props) {
  const [faults, setFaults] = useState<Faults>({});
  const set = async (column: string, text: string) => {
    const answer = await stock.change(kind.key, [{ op: "set", rows: [row.id], cells: { [column]: text } }]);
    setFaults(answer.faults);
  };
  const beside = kind.columns
    .map((column, i) => ({ column, shown: row.shown[i] ?? "" }))
    .filter((c) => c.column.detail);
  return (
    <aside
      aria-label={phrase("This {one}", { one: kind.one })}
      className="flex min-h-0 flex-col gap-3 overflow-y-auto border-rule bg-sheet px-4 py-3 max-lg:border-t lg:border-l"
    >
      <h2 className="font-semibold">{row.name}</h2>
      {kind.key === "flies" ? <FlyPicture row={row} /> : null}
      {kind.columns
        .map((column, i) => ({ column, shown: row.shown[i] ?? "" }))
        .filter((c) => c.column.computed)
        .map(({ column, shown }) => (
          <p key={column.key} className="text-[14px]">
            {column.title} <span className="figure font-semibold">{shown}</span>{" "}
            <span className="block text-[12px] text-soft">{column.about}</span>
          </p>
        ))}
      <div className="flex flex-wrap gap-2">
        {kind.key === "flies" ? (
          <>
            <Button onClick={onJar}>{phrase("Time it in a jar")}</Button>
            <Button onClick={onLose}>{phrase("Lost one")}</Button>
          </>
        ) : null}
        {kind.key === "leaders" ? <ShareButton kind="leader" subject={row.item} name={row.name} /> : null}
        {kind.key === "spools" ? <Measuring row={row} devices={devices} stock={stock} /> : null}
      </div>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        {beside.map(({ column, shown }) => (
          <div key={column.key} title={column.about || undefined}>
            <TypedField
              key={`${row.id} ${column.key}`}
              label={column.title}
              width="w-full"
              plain={column.kind === "words" || column.kind === "choice" || column.kind === "yes"}
              shown={shown}
              hint={column.choices.length > 0 ? column.choices.join(", ") : ""}
              empty
              onCommit={(text) => void set(column.key, text)}
              fault={faults[column.key]}
              onTouched={() => setFaults({})}
            />
          </div>
        ))}
      </div>
      {faults[""] ? (
        <p role="alert" className="text-[13px] text-float">
          {faults[""]}
        </p>
      ) : null}
    </aside>
  );
}

function FlyPicture({ row }: { row: StockRow }) {
  const drawer = useDrawer();
  const pattern = drawer.data?.patterns?.find((p) => p.id === row.item);
  const weight = pattern?.weights.find((w) => w.id === row.id);
  if (!pattern || !weight) return <div className="h-[110px]" />;
  const fly: Fly = {
    kind: "fly",
    pattern: pattern.name,
    hook: pattern.hook,
    bead: weight.bead,
    dressing: pattern.dressing,
    ...(pattern.colour ? { ...(pattern.colour ? { colour: pattern.colour } : {}) } : {}),
  };
  return (
    <svg
      viewBox="-30 -55 260 110"
      className="h-[110px] w-full"
      role="img"
      aria-label={phrase("{rowName}, drawn from its data", { rowName: row.name })}
    >
      <BodyDrawing body={fly} scale={12} />
    </svg>
  );
}

/** A spool under the micrometer or on the pull scale: readings, their mean and spread, what was rejected. */
function Measuring({ row, devices, stock }: { row: StockRow; devices: readonly string[]; stock: Props["stock"] }) {
  const [busy, setBusy] = useState("");
  const [found, setFound] = useState<Measurement | null>(null);
  const [trouble, setTrouble] = useState("");
  const ask = async (device: string) => {
    setBusy(device);
    setTrouble("");
    setFound(null);
    try {
      setFound(
        taken(await api.POST("/api/v1/stock/measure/{device}", { params: { path: { device } }, body: { n: 5 } })),
      );
    } catch (error) {
      setTrouble(Object.values(faultsOf(error)).join(" "));
    } finally {
      setBusy("");
    }
  };
  const use = async () => {
    if (!found) return;
    const { faults } = await stock.change("spools", [{ op: "set", rows: [row.id], cells: found.cells }]);
    setTrouble(Object.values(faults).join(" "));
    setFound(null);
  };
  return (
    <div className="w-full">
      <div className="flex flex-wrap gap-2">
        {devices.includes("micrometer") ? (
          <Button disabled={busy !== ""} onClick={() => void ask("micrometer")}>
            {busy === "micrometer" ? phrase("Measuring …") : phrase("Measure it")}
          </Button>
        ) : null}
        {devices.includes("scale") ? (
          <Button disabled={busy !== ""} onClick={() => void ask("scale")}>
            {busy === "scale" ? phrase("Pulling …") : phrase("Pull it")}
          </Button>
        ) : null}
      </div>
      {trouble ? (
        <p role="alert" className="mt-2 text-[13px] text-float">
          {trouble}
        </p>
      ) : null}
      {found ? (
        <div className="mt-2 text-[14px]" data-testid="measured">
          {found.n > 0 ? (
            <p>
              <span className="figure font-semibold">{found.shown}</span>{" "}
              <span className="figure text-soft">
                ± {found.spread_shown}, n = {found.n}
              </span>
            </p>
          ) : (
            <p>{phrase("No good reading.")}</p>
          )}
          {found.rejected.length > 0 ? (
            <ul className="text-[12px] text-look">
              {found.rejected.map((r, i) => (
                <li key={i}>
                  {phrase("rejected")} {r.text ? <span className="figure">{r.text}</span> : null}
                  {": "}
                  {r.why}
                </li>
              ))}
            </ul>
          ) : null}
          {found.n > 0 ? (
            <Button strong className="mt-1" onClick={() => void use()}>
              {phrase("Use it")}
            </Button>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}
