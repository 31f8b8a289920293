import { Row, Table } from "../../ui/table";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { LOAD_NAMES } from "../../api/generated/core";
import { NumberCell } from "../../drawings/numberRow";

const FROM = [
  { value: "empty", text: "always" },
  { value: "trip_ready", text: "from trip-ready" },
  { value: "maximum", text: "at maximum" },
  { value: "towing", text: "only towing" },
];

/** The masses of the stack in numbers. */
export function StackList() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const stack = job.sheet.stack ?? [];
  const write = (place: string, typed: string) =>
    void writes.enterOnSheet(place, typed, "measured");
  return (
    <div>
      {stack.length > 0 && (
        <Table
          heads={[
            "",
            { text: "mass", words: true },
            { text: "on board", words: true },
            "weighs",
            "behind front axle",
            "left of middle",
            "up",
            "",
          ]}
        >
          {stack.map((item, i) => (
            <Row key={i}>
              <td className="figure pr-2">{i + 1}</td>
              <td>
                <input
                  key={item.name}
                  aria-label={`Name of mass ${i + 1}`}
                  defaultValue={item.name}
                  maxLength={40}
                  disabled={!writable}
                  onBlur={(event) => {
                    if (event.target.value !== item.name)
                      write(`stack.${i}.name`, event.target.value);
                  }}
                  className="min-h-11 w-full min-w-36 bg-transparent"
                />
              </td>
              <td>
                <select
                  aria-label={`Mass ${i + 1} is on board`}
                  value={item.carried_from}
                  disabled={!writable}
                  onChange={(event) => write(`stack.${i}.carried_from`, event.target.value)}
                  className="min-h-11 bg-paper"
                >
                  {FROM.map(({ value, text }) => (
                    <option key={value} value={value}>
                      {text}
                    </option>
                  ))}
                </select>
              </td>
              {["mass_kg", "behind_front_axle_m", "left_m", "height_m"].map((part) => (
                <td key={part} className="text-right">
                  <NumberCell place={`stack.${i}.${part}`} />
                </td>
              ))}
              <td className="text-right">
                {writable && (
                  <button
                    type="button"
                    aria-label={`Take ${item.name} off the stack`}
                    className="min-h-11 px-2 text-pale hover:text-ink"
                    onClick={() => void writes.changePart(`stack.${i}`, false)}
                  >
                    ✕
                  </button>
                )}
              </td>
            </Row>
          ))}
        </Table>
      )}
      {writable && (
        <button
          type="button"
          className="min-h-11 text-sm underline underline-offset-4"
          onClick={() => void writes.changePart("stack", true)}
        >
          Put a mass on the stack
        </button>
      )}
      <p className="text-xs text-pale">
        Masses that are always on board make the whole vehicle. Without them, the load is put upon
        the {LOAD_NAMES.empty.toLowerCase()} state as weighed. Press a mark on the drawing and pull
        it to where its weight sits.
      </p>
    </div>
  );
}
