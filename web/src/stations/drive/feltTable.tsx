import type { DriveView, Felt, Rider } from "../../api/types";
import { Row, Table } from "../../ui/table";

const COLUMNS = [
  ["driver", "before"],
  ["driver", "after"],
  ["passenger", "before"],
  ["passenger", "after"],
] as const satisfies (readonly [Rider, "before" | "after"])[];

/** Impressions of driver and passenger, before beside after; the strongest of each side counts. */
export function FeltTable({ drive }: { drive: DriveView }) {
  const strongest = (one: Felt, seat: Rider, when: "before" | "after") => {
    const told = drive.runs
      .filter((run) => run.when === when)
      .flatMap((run) => run.impressions.filter((each) => each.seat === seat))
      .map((each) => each.felt[one])
      .filter((rating) => rating !== undefined);
    return told.length > 0 ? Math.max(...told) : null;
  };
  const columns = COLUMNS.filter(([seat, when]) =>
    drive.questions.some(({ felt }) => strongest(felt, seat, when) !== null),
  );
  if (columns.length === 0) return null;
  return (
    <Table
      caption="What was felt"
      label="What was felt, before and after"
      heads={["", ...columns.map(([seat, when]) => ({ text: `${seat}, ${when}`, words: true }))]}
    >
      {drive.questions.map(({ felt, text }) => (
        <Row key={felt}>
          <th scope="row" className="py-1 text-left font-normal">
            {text}
          </th>
          {columns.map(([seat, when]) => {
            const rating = strongest(felt, seat, when);
            return (
              <td key={`${seat} ${when}`} className={when === "after" ? "text-after" : ""}>
                {rating === null ? "–" : drive.scale[rating]}
              </td>
            );
          })}
        </Row>
      ))}
    </Table>
  );
}
