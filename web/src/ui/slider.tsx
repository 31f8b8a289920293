import { Slider as Radix } from "radix-ui";

type SliderProps = {
  label: string;
  value: number;
  min?: number;
  max: number;
  step: number;
  /** Written beside it, with its unit. */
  shown: string;
  onChange: (value: number) => void;
};

/** A slider: arrows move one step, Shift with arrows ten. */
export function Slider({ label, value, min = 0, max, step, shown, onChange }: SliderProps) {
  return (
    <div className="min-w-36 flex-1">
      <div className="flex justify-between text-sm">
        <span>{label}</span>
        <span className="figure pt-0.5">{shown}</span>
      </div>
      <Radix.Root
        value={[value]}
        min={min}
        max={max}
        step={step}
        onValueChange={([next = 0]) => onChange(next)}
        className="relative flex h-11 touch-none items-center select-none"
      >
        <Radix.Track className="relative h-0.5 grow bg-line">
          <Radix.Range className="absolute h-full bg-ink" />
        </Radix.Track>
        <Radix.Thumb
          aria-label={label}
          aria-valuetext={shown}
          className="block size-6 rounded-full border-2 border-ink bg-sheet"
        />
      </Radix.Root>
    </div>
  );
}
