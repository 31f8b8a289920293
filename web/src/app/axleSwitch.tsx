import type { AxleName } from "../api/types";
import { Choice } from "../ui/choice";

type AxleSwitchProps = { title: string; axle: AxleName; onChange: (axle: AxleName) => void };

/** Heading of a panel about one axle, with the switch to the other. */
export function AxleSwitch({ title, axle, onChange }: AxleSwitchProps) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-2">
      <h2 className="font-semibold">{title}</h2>
      <Choice
        label="Axle"
        value={axle}
        onChange={onChange}
        options={[
          { value: "front", text: "Front axle" },
          { value: "rear", text: "Rear axle" },
        ]}
      />
    </div>
  );
}
