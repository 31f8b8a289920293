import { placeFacts } from "../../api/place";
import { shownAs } from "../../api/units";
import type { Complaint, RigKind } from "../../api/types";
import { RigMark } from "../../drawings/rigMark";

/** What is asked first, and where it stands around the drawing (share of its width and height). */
const ASKED = [
  { place: "load_states.0.front_kg", label: "Front axle load", example: "3,120 kg", x: 16, y: 78 },
  { place: "load_states.0.rear_kg", label: "Rear axle load", example: "6 580 kg", x: 67, y: 78 },
  { place: "wheelbase_m", label: "Wheelbase", example: "17 ft 5 in", x: 41, y: 78 },
  { place: "front.rating_kg", label: "Front axle rating", example: "3630 kg", x: 16, y: 2 },
  { place: "rear.rating_kg", label: "Rear axle rating", example: "7040 kg", x: 67, y: 2 },
  { place: "rating_kg", label: "Vehicle rating", example: "10400 kg", x: 41, y: 2 },
] as const;

type IntakeDrawingProps = {
  kind: RigKind;
  typed: Record<string, string>;
  complaints: Complaint[];
  onType: (place: string, text: string) => void;
};

/** The vehicle from the side; its loads below the axles, its ratings above. */
export function IntakeDrawing({ kind, typed, complaints, onType }: IntakeDrawingProps) {
  return (
    <div className="relative mt-4 aspect-[16/10] max-w-3xl">
      <div className="absolute inset-x-[14%] top-[21%] [&_svg]:max-w-none">
        <RigMark kind={kind} />
      </div>
      {ASKED.map(({ place, label, example, x, y }) => {
        const complaint = complaints.find(({ field }) => field === place);
        return (
          <label
            key={place}
            className="absolute w-[22%] min-w-28 text-[13px]"
            style={{ left: `${x}%`, top: `${y}%` }}
          >
            <span className="text-pale">
              {label}, {shownAs(placeFacts(place).dimension).symbol}
            </span>
            <input
              data-place={place}
              value={typed[place] ?? ""}
              placeholder={example}
              aria-invalid={complaint !== undefined}
              autoComplete="off"
              onChange={(event) => onType(place, event.target.value)}
              className={`figure min-h-11 w-full border-b bg-transparent ${complaint ? "border-stop" : "border-ink"}`}
            />
          </label>
        );
      })}
    </div>
  );
}
