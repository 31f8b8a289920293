import { useAttempt } from "../api/attempt";
import type { About } from "../api/types";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { useJobView } from "./context";

type NotText = "year" | "build_notes" | "may_be_contacted" | "owner_id";

/** What is written down of a vehicle besides its measurements, in the order it is asked. */
const FIELDS: {
  name: Exclude<keyof About, NotText>;
  label: string;
  most: number;
}[] = [
  { name: "owner", label: "Owner", most: 80 },
  { name: "phone", label: "Phone", most: 40 },
  { name: "email", label: "Mail", most: 254 },
  { name: "address", label: "Address", most: 200 },
  { name: "registration", label: "Registration", most: 20 },
  { name: "odometer", label: "Odometer, such as 82,000 km or 51,000 mi", most: 24 },
];

/** What the vehicle is and whose. */
export function AboutForm({ onKept }: { onKept: () => void }) {
  const { job, writes } = useJobView();
  const { refusal, attempt } = useAttempt();

  function keep(form: FormData) {
    const text = (name: string) => String(form.get(name) ?? "");
    const ways = Object.fromEntries(FIELDS.map(({ name }) => [name, text(name)])) as Omit<
      About,
      NotText
    >;
    const year = Number(text("year"));
    void attempt(() =>
      writes.describe({
        ...ways,
        name: text("name"),
        description: text("description"),
        year: text("year").trim() === "" ? null : Number.isInteger(year) ? year : 0,
        build_notes: text("build_notes"),
        may_be_contacted: form.has("may_be_contacted"),
      }),
    ).then((kept) => kept && onKept());
  }

  return (
    <form
      aria-label="The vehicle"
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        keep(new FormData(event.currentTarget));
      }}
    >
      <Field
        label="What the shop calls the vehicle"
        name="name"
        defaultValue={job.name}
        required
        maxLength={80}
      />
      <Field label="What it is" name="description" defaultValue={job.description} maxLength={120} />
      <div className="grid gap-3 sm:grid-cols-2">
        {FIELDS.map(({ name, label, most }) => (
          <Field
            key={name}
            label={label}
            name={name}
            defaultValue={job.about[name]}
            maxLength={most}
          />
        ))}
        <Field
          label="Year built"
          name="year"
          inputMode="numeric"
          defaultValue={job.about.year ?? ""}
          maxLength={4}
        />
      </div>
      <label className="flex min-h-11 items-center gap-2 text-sm">
        <input
          type="checkbox"
          name="may_be_contacted"
          className="size-5 accent-after"
          defaultChecked={job.about.may_be_contacted}
        />
        The owner agreed to be called or written to when a re-check is due
      </label>
      <label className="block">
        <span className="text-sm text-pale">Build notes</span>
        <textarea
          name="build_notes"
          rows={2}
          maxLength={2000}
          defaultValue={job.about.build_notes}
          className="w-full border border-ink bg-transparent p-2"
        />
      </label>
      <Alert>{refusal?.message}</Alert>
      <Button primary type="submit">
        Keep it
      </Button>
    </form>
  );
}
