/** For a hand at the desk, and for a glove under a vehicle. */
const SIZES = {
  hand: { label: "min-h-11 gap-2 text-sm", box: "size-5" },
  glove: { label: "min-h-14 gap-3 text-xl", box: "size-7" },
};

type TickProps = {
  label: string;
  on: boolean;
  size?: keyof typeof SIZES;
  onChange: (on: boolean) => void;
};

/** Something that is or is not, with its name beside it. */
export function Tick({ label, on, size = "hand", onChange }: TickProps) {
  return (
    <label className={`flex items-center ${SIZES[size].label}`}>
      <input
        type="checkbox"
        className={`shrink-0 accent-after ${SIZES[size].box}`}
        checked={on}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
