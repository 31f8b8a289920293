import { useState } from "react";
import type { LogColumns } from "../../api/types";
import { Button } from "../../ui/button";
import { Table, Row } from "../../ui/table";

type ColumnsFormProps = {
  looked: LogColumns;
  name: string;
  busy: boolean;
  onKeep: (columns: Record<string, string>) => void;
  onLeave: () => void;
};

const NONE = "";
/** A channel in the words of whoever reads a logger's headings. */
const NAMES: Record<string, string> = {
  time_s: "time",
  lateral_acceleration_m_s2: "acceleration, sideways",
  roll_rate_rad_s: "roll rate",
  roll_angle_rad: "roll angle",
  yaw_rate_rad_s: "yaw rate",
  speed_m_s: "speed",
  vertical_acceleration_m_s2: "acceleration, up and down",
};

/** A logger's columns: what each is taken for by its heading, to be put right. */
export function ColumnsForm({ looked, name, busy, onKeep, onLeave }: ColumnsFormProps) {
  const [taken, setTaken] = useState<Record<string, string>>(() =>
    Object.fromEntries(looked.columns.map((one) => [one.heading, one.channel])),
  );
  const used = Object.entries(taken).filter(([, channel]) => channel !== NONE);
  const twice = used.length !== new Set(used.map(([, channel]) => channel)).size;
  return (
    <div className="mt-4">
      <Table
        label="Columns of the log"
        caption={`Columns of ${name}`}
        heads={[{ text: "heading", words: true }, "first rows", { text: "is", words: true }]}
      >
        {looked.columns.map((one) => (
          <Row key={one.heading}>
            <th scope="row" className="py-1 text-left font-normal break-all">
              {one.heading}
              {one.unit === "" && taken[one.heading] !== NONE && !(one.heading in NAMES) && (
                <span className="block text-xs text-watch">no unit, read in SI</span>
              )}
            </th>
            <td className="figure text-xs">{one.first.slice(0, 2).join("  ")}</td>
            <td>
              <select
                aria-label={`What ${one.heading} is`}
                value={taken[one.heading]}
                onChange={(event) => setTaken({ ...taken, [one.heading]: event.target.value })}
                className="min-h-11 w-full bg-paper"
              >
                <option value={NONE}>left out</option>
                {looked.channels.map((channel) => (
                  <option key={channel} value={channel}>
                    {NAMES[channel] ?? channel}
                  </option>
                ))}
              </select>
            </td>
          </Row>
        ))}
      </Table>
      {twice && (
        <p className="text-sm text-watch">Two columns are the same channel; leave one out.</p>
      )}
      <div className="mt-3 flex gap-3">
        <Button primary disabled={busy || twice} onClick={() => onKeep(Object.fromEntries(used))}>
          {busy ? "Working it out …" : "Keep the run"}
        </Button>
        <Button onClick={onLeave}>Another file</Button>
      </div>
    </div>
  );
}
