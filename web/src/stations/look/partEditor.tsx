import { PICKS } from "../../api/generated/core";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { Part, Rating } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Pick } from "../../ui/pick";
import { TextArea } from "../../ui/textArea";
import { checkOf, partName, toggled } from "./checkOf";
import { PartPhotos } from "../../job/partPhotos";

export const RATINGS: { value: Rating; text: string }[] = [
  { value: "good", text: "good" },
  { value: "watch", text: "watch" },
  { value: "replace", text: "replace" },
  { value: "stop", text: "stop" },
];
/** Picks beside the rating: what stands in the record, what is asked, and of which parts. */
const PICKED = [
  { name: "bolts", label: "Its fasteners, once off", of: ({ fasteners }: Part) => fasteners },
  { name: "nuts", label: "They turn in", of: ({ fasteners }: Part) => fasteners },
  { name: "cover", label: "In the way of them", of: ({ fasteners }: Part) => fasteners },
  { name: "material", label: "It is of", of: ({ kind }: Part) => kind === "bushing" },
] as const;
const options = (name: (typeof PICKED)[number]["name"]) =>
  PICKS[name].map((value) => ({ value, text: value === "unseen" ? "not said" : value }));

type PartEditorProps = { part: Part; next: Part | undefined; onNext: (key: string) => void };

/** One part: how it is, what is wrong with it, its fasteners, a note and pictures. */
export function PartEditor({ part, next, onNext }: PartEditorProps) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const check = checkOf(job.look_over, part.key);
  const faults = check.faults ?? [];
  const write = (place: string, typed: string) =>
    void writes.enterOnPaper("look_over", `parts.${part.key}.${place}`, typed);

  return (
    <section aria-label={`${part.axle} ${part.label}`} className="border-2 border-ink p-3">
      <div className="mb-2 flex items-baseline justify-between gap-3">
        <h2 className="font-semibold">
          {part.label} <span className="font-normal text-pale">{part.axle}</span>
        </h2>
        {next && (
          <button
            type="button"
            onClick={() => onNext(next.key)}
            className="min-h-11 text-sm text-after underline underline-offset-4"
          >
            Next: {partName(next)}
          </button>
        )}
      </div>
      <div data-place={`parts.${part.key}`} tabIndex={-1}>
        <Choice
          label="How it is"
          value={check.rating ?? "unseen"}
          options={RATINGS.map((rating) => ({ ...rating, disabled: !writable }))}
          onChange={(rating) => write("rating", rating)}
        />
        {check.together && (
          <p className="text-xs text-pale">Said together with the rest, not by itself.</p>
        )}
      </div>
      <div role="group" aria-label="What is wrong with it" className="mt-3 flex flex-wrap gap-1.5">
        {(part.faults ?? []).map((fault) => (
          <button
            key={fault}
            type="button"
            disabled={!writable}
            aria-pressed={faults.includes(fault)}
            onClick={() => write("faults", toggled(faults, fault))}
            className="min-h-11 border border-line px-2 text-[13px] aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
          >
            {fault}
          </button>
        ))}
      </div>
      {PICKED.filter((pick) => pick.of(part)).map(({ name, label }) => (
        <Pick
          key={name}
          label={label}
          value={check[name] ?? "unseen"}
          options={options(name)}
          disabled={!writable}
          onChange={(typed) => write(name, typed)}
        />
      ))}
      <div className="mt-2">
        <TextArea
          key={part.key}
          label="Note"
          value={check.note ?? ""}
          draftKey={`draft ${job.id} ${part.key}`}
          rows={2}
          maxLength={400}
          disabled={!writable}
          save={(text) => writes.enterOnPaper("look_over", `parts.${part.key}.note`, text)}
        />
      </div>
      <PartPhotos place={part.key} label={partName(part)} />
    </section>
  );
}
