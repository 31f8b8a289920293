import type { AxleName } from "../api/types";
import { Choice } from "../ui/choice";

type AxleChoiceProps = { axle: AxleName; onChange: (axle: AxleName) => void };

/** Front or rear axle. */
export function AxleChoice({ axle, onChange }: AxleChoiceProps) {
  return (
    <Choice
      label="Axle"
      value={axle}
      onChange={onChange}
      options={[
        { value: "front", text: "Front axle" },
        { value: "rear", text: "Rear axle" },
      ]}
    />
  );
}

/** Heading of a panel about one axle, with the switch to the other. */
export function AxleSwitch({ title, ...choice }: AxleChoiceProps & { title: string }) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-2">
      <h2 className="font-semibold">{title}</h2>
      <AxleChoice {...choice} />
    </div>
  );
}
