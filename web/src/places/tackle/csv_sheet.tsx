import { useEffect, useRef, useState } from "react";
import { api, type KindView, type PreviewView, taken } from "../../api/client";
import { faultsOf, type useStock } from "../../state/use_stock";
import { Button } from "../../ui/button";
import { CsvLinks } from "../../ui/csv_links";
import { SideSheet } from "../../ui/side_sheet";
import { say } from "../../ui/toast";
import { phrase, rich } from "../../words/phrase";

type Props = {
  kind: KindView;
  mostRows: number;
  open: boolean;
  onClose: () => void;
  stock: ReturnType<typeof useStock>;
};
const REST_MS = 250;

/** A file in and out: paste it, see what it would do and what is wrong with it, then take all of it or nothing. */
export function CsvSheet({ kind, mostRows, open, onClose, stock }: Props) {
  return (
    <SideSheet open={open} onClose={onClose} title={phrase("{title} as CSV", { title: kind.title })} width="56rem">
      <Inside key={kind.key} kind={kind} mostRows={mostRows} onClose={onClose} stock={stock} />
    </SideSheet>
  );
}

function Inside({ kind, mostRows, onClose, stock }: Omit<Props, "open">) {
  const [text, setText] = useState("");
  const [preview, setPreview] = useState<PreviewView | null>(null);
  const [trouble, setTrouble] = useState("");
  const asked = useRef(0);
  useEffect(() => {
    asked.current += 1;
    const mine = asked.current;
    setPreview(null);
    setTrouble("");
    if (!text.trim()) return;
    const wait = window.setTimeout(async () => {
      try {
        const found = taken(
          await api.POST("/api/v1/stock/{kind}/preview", { params: { path: { kind: kind.key } }, body: { text } }),
        );
        if (mine === asked.current) setPreview(found);
      } catch (error) {
        if (mine === asked.current) setTrouble(Object.values(faultsOf(error)).join(" "));
      }
    }, REST_MS);
    return () => window.clearTimeout(wait);
  }, [text, kind.key]);

  const read = async (file: File | undefined) => {
    if (!file) return;
    try {
      setText(new TextDecoder("utf-8", { fatal: true }).decode(await file.arrayBuffer()));
    } catch {
      setText("");
      setTrouble(
        phrase("{fileName} is not UTF-8 text. Save it again as CSV in UTF-8; nothing was changed.", {
          fileName: file.name,
        }),
      );
    }
  };
  const take = async () => {
    try {
      const body = { id: crypto.randomUUID(), text };
      const answer = taken(
        await api.POST("/api/v1/stock/{kind}/import", { params: { path: { kind: kind.key } }, body }),
      );
      stock.took(answer);
      onClose();
      const back = async () => {
        const trouble = await stock.turn(answer.change.id, "undo");
        if (trouble) say(trouble);
      };
      say(answer.change.why, () => void back());
    } catch (error) {
      setTrouble(Object.values(faultsOf(error)).join(" "));
    }
  };
  const wrong = preview?.faults.length ?? 0;
  const file = `/api/v1/stock/${kind.key}`;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3">
        <CsvLinks of={phrase("All of mine")} href={`${file}/file.csv`} />
        <CsvLinks of={phrase("An empty template")} href={`${file}/template.csv`} />
      </div>
      <p className="mt-2 text-[13px] text-soft">
        {rich(
          "A header row, then a row each, commas, semicolons or tabs between; figures in the header's unit or with their own. Columns: {header}. At most {mostRows} rows at a time. An {span2} column, where there is one, says which of yours a row replaces.",
          {
            header: <span className="figure">{kind.header}</span>,
            mostRows,
            span2: <span className="figure">{phrase("id")}</span>,
          },
        )}
      </p>
      <label className="mt-3 block text-[12px] text-soft" htmlFor="csv-text">
        {phrase("Paste it here")}
      </label>
      <textarea
        id="csv-text"
        value={text}
        onChange={(e) => setText(e.target.value)}
        spellCheck={false}
        rows={7}
        className="figure w-full rounded-s border border-edge bg-sheet p-2 text-[13px]"
      />
      <label className="mt-1 block text-[13px]">
        <span className="mr-2 text-soft">{phrase("or choose a file")}</span>
        <input
          type="file"
          className="file:mr-2 file:min-h-8 file:rounded-s file:border file:border-solid file:border-rule file:bg-sheet file:px-3"
          accept=".csv,.tsv,.txt,text/csv"
          onChange={(e) => void read(e.target.files?.[0])}
        />
      </label>
      {trouble ? (
        <p role="alert" className="mt-2 text-float">
          {trouble}
        </p>
      ) : null}
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button strong disabled={!preview || wrong > 0 || preview.rows === 0} onClick={() => void take()}>
          {preview && preview.rows > 0
            ? phrase("Take in all {rows} rows", { rows: preview.rows })
            : phrase("Take it in")}
        </Button>
        <p role="status" className="text-[14px]">
          {text.trim() && !preview && !trouble ? phrase("Reading …") : null}
          {preview && wrong === 0
            ? phrase("{new} new, {replaced} in the place of yours.", { new: preview.new, replaced: preview.replaced })
            : null}
          {preview && wrong > 0
            ? phrase(
                "{wrong, plural, one {# thing is} other {# things are}} wrong; nothing is taken in until all is right.",
                { wrong },
              )
            : null}
        </p>
      </div>
      {preview ? <Preview kind={kind} preview={preview} /> : null}
    </>
  );
}

function Preview({ kind, preview }: { kind: KindView; preview: PreviewView }) {
  const whole = preview.faults.filter((f) => f.line === 0);
  const columns = kind.columns.filter((c) => !c.computed && preview.lines.some((l) => c.key in l.cells));
  return (
    <>
      {whole.map((fault) => (
        <p key={`${fault.column} ${fault.value} ${fault.reason}`} className="mt-2 text-float">
          {fault.column} {fault.value ? `“${fault.value}”` : ""}: {fault.reason}
        </p>
      ))}
      {preview.lines.length > 0 ? (
        <div className="mt-3 overflow-x-auto">
          <table className="w-full border-separate border-spacing-0 text-[13px]">
            <caption className="sr-only">{phrase("What the file holds")}</caption>
            <thead>
              <tr>
                <th scope="col" className="border-b border-rule px-2 py-1 text-right font-semibold">
                  {phrase("Line")}
                </th>
                {columns.map((c) => (
                  <th
                    key={c.key}
                    scope="col"
                    className="border-b border-rule px-2 py-1 text-left font-semibold whitespace-nowrap"
                  >
                    {c.title}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {preview.lines.map((line) => {
                const faults = preview.faults.filter((f) => f.line === line.line);
                return [
                  <tr key={line.line} className={faults.length > 0 ? "bg-paper" : ""}>
                    <td className="figure px-2 py-0.5 text-right text-soft">{line.line}</td>
                    {columns.map((c) => (
                      <td
                        key={c.key}
                        className={`px-2 py-0.5 whitespace-nowrap ${faults.some((f) => f.column === c.key) ? "font-semibold text-float underline" : ""}`}
                      >
                        {line.cells[c.key]}
                      </td>
                    ))}
                  </tr>,
                  faults.length > 0 ? (
                    <tr key={`${line.line} wrong`} className="bg-paper">
                      <td />
                      <td colSpan={columns.length} className="px-2 pb-1 text-float">
                        {faults
                          .map((f) => `${title(kind, f.column)}${f.value ? ` “${f.value}”` : ""}: ${f.reason}`)
                          .join(" · ")}
                      </td>
                    </tr>
                  ) : null,
                ];
              })}
            </tbody>
          </table>
        </div>
      ) : null}
    </>
  );
}

function title(kind: KindView, column: string): string {
  return kind.columns.find((c) => c.key === column)?.title ?? column;
}
