import { Row, Table } from "../../ui/table";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { BoxItem } from "../../api/types";
import { useJobView } from "../../job/context";
import { GoToPlace } from "../../job/findings";
import { useWritable } from "../../api/session";
import { NumberCell } from "../../drawings/numberRow";
import { TextArea } from "../../ui/textArea";
import { PartPhotos } from "../../job/partPhotos";
import { useFitView } from "./fitView";

const RESULT = {
  open: { word: "Open", look: "text-watch" },
  pass: { word: "Pass", look: "text-after" },
  hold: { word: "Hold the job", look: "text-stop" },
};
const FIT = { fits: "Fits", work: "Fits with work", no: "Does not fit" };

/** Whether the kit is for this vehicle, and what came in the box, before the old bar comes off. */
export function ArrivalSheet() {
  const { axle, station } = useFitView();
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { arrival, kit } = station;
  const result = RESULT[arrival.result];
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <h2 className="font-semibold">
          When the box comes:{" "}
          <span className={result.look} data-testid="arrival-result">
            {result.word}
          </span>
        </h2>
        <p className="text-sm">{arrival.says}</p>
        <Table
          heads={["", { text: "look at", words: true }, { text: "expected", words: true }, "found"]}
          className="mt-2 w-full"
        >
          {arrival.items.map((item) => (
            <Row key={item.place}>
              <td aria-hidden="true" className={item.result === "hold" ? "text-stop" : "text-pale"}>
                {{ open: "○", pass: "✓", hold: "■" }[item.result]}
              </td>
              <td
                className={`py-1 pr-3 ${item.result === "hold" ? "font-semibold text-stop" : ""}`}
              >
                {item.what}
              </td>
              <td className="pr-3 text-pale">{item.expected}</td>
              <td className="text-right">
                <Found item={item} />
              </td>
            </Row>
          ))}
        </Table>
        <PartPhotos place={`${axle}_arrival`} label={`${axle} parts as they came`} />
        <div className="mt-3">
          <TextArea
            label="For the evidence: what is wrong, who was told, when the right part comes"
            value={job.arrival[axle]?.note ?? ""}
            draftKey={`arrival-note-${job.id}-${axle}`}
            maxLength={400}
            disabled={!writable}
            place={`arrival.${axle}.note`}
            save={(text) => writes.enterOnPaper("arrival", `${axle}.note`, text)}
          />
        </div>
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <h2 className="font-semibold">
          {station.kit_name || "The bar"} against this vehicle
          {kit && (
            <>
              :{" "}
              <span
                className={
                  kit.fit === "no" ? "text-stop" : kit.fit === "work" ? "text-watch" : "text-after"
                }
              >
                {FIT[kit.fit]}
              </span>
            </>
          )}
        </h2>
        {!kit && (
          <p className="text-sm">
            The bar that is fitted is on no rack: nothing to hold it against.
          </p>
        )}
        {kit && kit.reasons.length === 0 && (
          <p className="text-sm">Everything its sheet asks for is met.</p>
        )}
        <ul className="text-sm">
          {kit?.reasons.map((reason) => (
            <li key={reason.text} className="border-t border-line py-1.5">
              <span className={reason.fit === "no" ? "font-semibold text-stop" : ""}>
                {reason.fit === "no" ? "Stop. " : ""}
                {reason.text}
              </span>{" "}
              {reason.place && <GoToPlace place={reason.place} text="Show me" />}
            </li>
          ))}
        </ul>
        <p className="mt-3 text-xs text-pale">
          Wrong parts cost weeks: measure before the old bar comes off. Same outside diameter,
          hollow against solid, is a different bar: weigh it where that is in doubt.
        </p>
      </div>
    </div>
  );
}

/** The field of one check: a number, a count, or whether it agrees. */
function Found({ item }: { item: BoxItem }) {
  const { axle } = useFitView();
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const [counted, setCounted] = useState(item.read);
  const place = `${axle}.${item.place}`;
  const put = (typed: string) => void attempt(() => writes.enterOnPaper("arrival", place, typed));
  if (item.place.endsWith("_m")) return <NumberCell place={`arrival.${place}`} />;
  if (item.place.startsWith("counts.")) {
    return (
      <>
        <input
          aria-label={`Counted: ${item.what}`}
          inputMode="numeric"
          value={counted}
          disabled={!writable}
          data-place={`arrival.${place}`}
          onChange={(event) => setCounted(event.target.value)}
          onBlur={() => counted !== item.read && put(counted)}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          className="figure min-h-11 w-14 border-b border-ink bg-transparent text-right"
        />
        {refusal && <span className="block text-xs text-stop">{refusal.message}</span>}
      </>
    );
  }
  const record = job.arrival[axle] as unknown as Record<string, string> | undefined;
  return (
    <select
      aria-label={item.what}
      value={record?.[item.place] ?? "unseen"}
      disabled={!writable}
      data-place={`arrival.${place}`}
      onChange={(event) => put(event.target.value)}
      className="min-h-11 bg-paper text-right"
    >
      <option value="unseen">not looked at</option>
      <option value="yes">agrees</option>
      <option value="no">does not agree</option>
    </select>
  );
}
