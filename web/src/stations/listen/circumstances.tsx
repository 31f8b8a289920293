import { useShop } from "../../api/shop";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { Pick } from "../../ui/pick";
import { useSent } from "../../api/outbox/useOutbox";
import { Alert } from "../../ui/alert";
import { Field } from "../../ui/field";
import { TextArea } from "../../ui/textArea";

const OFTEN = [
  { value: "never", text: "never" },
  { value: "sometimes", text: "sometimes" },
  { value: "mostly", text: "mostly" },
];
const EXTRA = [
  { value: "none", text: "none" },
  { value: "fitted", text: "fitted" },
  { value: "planned", text: "planned" },
];
const WORST = [
  { value: "unsaid", text: "not said" },
  { value: "empty", text: "empty" },
  { value: "trip_ready", text: "trip-ready" },
  { value: "towing", text: "towing" },
];

/** Use, what else is fitted or planned, when it is worst, and the budget. */
export function Circumstances() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const said = job.complaint;
  const write = (place: string) => (typed: string) =>
    void writes.enterOnPaper("complaint", place, typed);

  const rows: {
    place: string;
    label: string;
    value: string | undefined;
    options: { value: string; text: string }[];
  }[] = [
    { place: "use.road", label: "On the road", value: said.use?.road, options: OFTEN },
    { place: "use.towing", label: "Towing", value: said.use?.towing, options: OFTEN },
    {
      place: "use.rough_track",
      label: "Rough track",
      value: said.use?.rough_track,
      options: OFTEN,
    },
    { place: "worst_when", label: "Worst when", value: said.worst_when, options: WORST },
    { place: "extras.shocks", label: "Other shocks", value: said.extras?.shocks, options: EXTRA },
    {
      place: "extras.helper_springs",
      label: "Helper springs or bags",
      value: said.extras?.helper_springs,
      options: EXTRA,
    },
    {
      place: "extras.steering_damper",
      label: "Steering damper",
      value: said.extras?.steering_damper,
      options: EXTRA,
    },
    {
      place: "extras.chassis_brace",
      label: "Chassis brace",
      value: said.extras?.chassis_brace,
      options: EXTRA,
    },
  ];

  return (
    <div className="grid gap-x-6 sm:grid-cols-2">
      {rows.map(({ place, label, value, options }) => (
        <Pick
          key={place}
          label={label}
          place={place}
          value={value ?? ""}
          options={options}
          disabled={!writable}
          onChange={write(place)}
        />
      ))}
      <Budget />
      <Bought />
      <div className="pt-2">
        <Field
          key={job.due_on}
          label="Wanted by"
          type="date"
          defaultValue={job.due_on ?? ""}
          disabled={!writable}
          onBlur={(event) => {
            const next = event.target.value || null;
            if (next !== job.due_on) void writes.changeDue(next);
          }}
        />
      </div>
    </div>
  );
}

/** Parts the owner comes with. */
function Bought() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  return (
    <div className="pt-2 sm:col-span-2">
      <TextArea
        label="Parts the owner has bought already"
        value={job.complaint.bought ?? ""}
        draftKey={`draft ${job.id} bought`}
        place="bought"
        rows={1}
        maxLength={400}
        disabled={!writable}
        save={(text) => writes.enterOnPaper("complaint", "bought", text)}
      />
    </div>
  );
}

/** What the owner would spend: as it is kept, or as it was typed until it is. */
function Budget() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const sent = useSent(job.id)("complaint", "budget");
  const kept = job.complaint.budget ? String(job.complaint.budget) : "";
  return (
    <div className="pt-2">
      <Field
        key={sent?.id ?? kept}
        label={`Budget, ${useShop()?.currency ?? ""}`}
        placeholder="not said"
        inputMode="decimal"
        data-place="budget"
        defaultValue={sent?.typed ?? kept}
        disabled={!writable}
        aria-invalid={sent?.refused != null}
        onBlur={({ target }) => {
          if (target.value !== (sent?.typed ?? kept))
            void writes.enterOnPaper("complaint", "budget", target.value);
        }}
      />
      <Alert roomy={false}>{sent?.refused}</Alert>
    </div>
  );
}
