import type { Typed } from "../api/drive";
import { LOAD_NAMES } from "../api/generated/core";
import type { Manoeuvre, Sheet } from "../api/types";
import { BigField } from "./bigField";
import { BigPick } from "./bigPick";

const MANOEUVRES: Manoeuvre[] = [
  "gentle slalom",
  "known bend",
  "one-side bumps",
  "climb and winding road",
];

type PhoneFormProps = {
  driven: Typed;
  sheet: Sheet | undefined;
  onChange: (driven: Typed) => void;
};

/** What is about to be driven, said before the phone lies on the floor. */
export function PhoneForm({ driven, sheet, onChange }: PhoneFormProps) {
  const set = (change: Partial<Typed>) => onChange({ ...driven, ...change });
  const loads = sheet?.load_states ?? [];
  return (
    <div className="grid gap-3">
      <BigPick
        label="Which side of the work"
        value={driven.when}
        options={[
          { value: "before", text: "Before" },
          { value: "after", text: "After" },
        ]}
        onChange={(when) => set({ when })}
      />
      <BigPick
        label="What is driven"
        value={driven.manoeuvre}
        options={MANOEUVRES.map((one) => ({ value: one, text: one }))}
        onChange={(manoeuvre) => set({ manoeuvre })}
      />
      <BigPick
        label="Loaded"
        value={driven.state}
        options={loads.map(({ key }) => ({ value: key, text: LOAD_NAMES[key].toLowerCase() }))}
        onChange={(state) => set({ state })}
      />
      <BigPick
        label="Road"
        value={driven.surface}
        options={[
          { value: "dry", text: "dry" },
          { value: "wet", text: "wet" },
        ]}
        onChange={(surface) => set({ surface })}
      />
      <BigField
        label="Place"
        value={driven.place ?? ""}
        maxLength={80}
        onChange={(event) => set({ place: event.target.value })}
        className="min-h-14 text-xl"
      />
    </div>
  );
}
