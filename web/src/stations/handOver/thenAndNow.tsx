import type { ThenAndNow } from "../../api/types";
import { percent, torqueOf } from "../../drawings/quantity";
import { Row, Table } from "../../ui/table";

/** Each bolt beside what it was last brought to; one that fell says what that usually means. */
export function ThenAndNowTable({ rows }: { rows: ThenAndNow[] }) {
  if (rows.length === 0) {
    return <p className="text-pale">The earlier job has no torque on its log.</p>;
  }
  const open = rows.filter((row) => row.reopens);
  return (
    <section aria-label="Then and now">
      <h2 className="font-semibold">Torque then and now</h2>
      {open.length > 0 && (
        <p className="my-1 text-stop">
          {open.length === 1 ? "One bolt" : `${open.length} bolts`} fell by more than a tenth: the
          joint is open again until it is tightened anew.
        </p>
      )}
      <Table label="Torque then and now" heads={["", "bolt", "then", "now", "", ""]}>
        {rows.map((row, i, all) => (
          <Row key={`${row.joint} ${row.bolt}`}>
            <td>{all[i - 1]?.joint === row.joint ? "" : row.what}</td>
            <td className="figure">{row.bolt}</td>
            <td className="figure">{row.then_n_m === null ? "–" : torqueOf(row.then_n_m)}</td>
            <td className="figure">{row.now_n_m === null ? "not yet" : torqueOf(row.now_n_m)}</td>
            <td>
              <Fall row={row} />
            </td>
            <td className="text-xs">{row.means[0]}</td>
          </Row>
        ))}
      </Table>
    </section>
  );
}

const WIDTH = 90;

/** What is left of the first reading, as a bar. */
function Fall({ row }: { row: ThenAndNow }) {
  if (row.part === null) return null;
  const left = Math.min(1.2, 1 - row.part);
  const says =
    row.compared === "fell"
      ? `${percent(row.part)} less`
      : row.compared === "rose"
        ? `${percent(-row.part)} more`
        : "holds";
  return (
    <span className="flex items-center gap-2">
      <svg viewBox={`0 0 ${WIDTH} 12`} className="h-3 w-22" aria-hidden="true">
        <rect x={0} y={1} width={WIDTH / 1.2} height={10} className="pale-1" fill="none" />
        <rect
          x={0}
          y={3}
          width={(WIDTH / 1.2) * left}
          height={6}
          fill={row.reopens ? "var(--stop)" : "var(--after)"}
        />
      </svg>
      <span className={row.reopens ? "text-stop" : ""}>{says}</span>
    </span>
  );
}
