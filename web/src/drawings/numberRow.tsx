import { placeFacts } from "../api/place";
import { Gloss } from "../ui/gloss";
import { NumberButton } from "./dimension";
import { useForm } from "./drawingForm";
import { Editor } from "./editor";

type NumberRowProps = {
  place: string;
  /** In place of the place's own name, where the heading says the rest. */
  label?: string;
};

/** A number on a line of its own, beside a drawing too small to carry it. */
export function NumberRow({ place, label }: NumberRowProps) {
  const form = useForm();
  const facts = placeFacts(place);
  return (
    <div className="relative flex min-h-11 items-center justify-between gap-3 border-b border-line text-sm">
      <span className="text-pale">
        {label ?? facts.label}
        <Gloss word={label ?? facts.label} />
      </span>
      {form.open === place ? (
        <div className="absolute top-0 right-0 z-20">
          <Editor place={place} label={facts.label} />
        </div>
      ) : (
        <NumberButton place={place} className="min-h-11 px-1" />
      )}
    </div>
  );
}

/** A number in a cell of a table. */
export function NumberCell({ place }: { place: string }) {
  const form = useForm();
  if (form.open !== place) return <NumberButton place={place} className="min-h-11 px-1" />;
  return (
    <span className="relative block min-h-11">
      <span className="absolute top-0 right-0 z-20 text-left">
        <Editor place={place} label={placeFacts(place).label} />
      </span>
    </span>
  );
}
