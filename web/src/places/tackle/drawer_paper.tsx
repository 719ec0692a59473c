import type { KindView, StockRow } from "../../api/client";
import { today } from "../../model/moment";
import { Paper } from "../../ui/paper";
import { phrase } from "../../words/phrase";

/** A drawer as a list on paper, a box before every row to tick. */
export function DrawerPaper({ kind, rows }: { kind: KindView; rows: readonly StockRow[] }) {
  const columns = kind.columns.map((column, i) => ({ column, i })).filter(({ column }) => !column.detail);
  const filled = columns.filter(({ i }) => rows.some((row) => row.shown[i]));
  return (
    <Paper
      title={kind.title}
      beside={phrase("{rowsCount} in all · {today}", { rowsCount: rows.length, today: today() })}
    >
      <table>
        <thead>
          <tr>
            <th aria-label={phrase("Ticked")} />
            {filled.map(({ column }) => (
              <th key={column.key} scope="col">
                {column.title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <td>
                <span className="paper-box" />
              </td>
              {filled.map(({ column, i }) => (
                <td key={column.key} className={column.kind === "figure" || column.kind === "count" ? "figure" : ""}>
                  {row.shown[i]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Paper>
  );
}
