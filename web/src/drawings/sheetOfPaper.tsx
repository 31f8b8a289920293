import { useCallback, useMemo, useState } from "react";
import type { ReactNode } from "react";
import { placeName } from "../api/place";
import { Button } from "../ui/button";
import { Scroller } from "../ui/scroller";
import { useNarrow } from "../ui/useWide";
import { NumberButton } from "./dimension";
import { LEAST_SCALE } from "./drawing";
import { useForm } from "./drawingForm";
import { Editor } from "./editor";
import { PaperContext } from "./paper";

type SheetOfPaperProps = {
  width: number;
  height: number;
  /** What the drawing shows, for those who cannot see it. */
  says: string;
  drawing: ReactNode;
  /** Dimensions, placed over the drawing. */
  children?: ReactNode;
};

/**
 * A drawing with fields laid over it, both in the same paper pixels. On a screen narrower than the
 * drawing it shows one region at a time, and its numbers stand in measuring order beneath.
 */
export function SheetOfPaper({ width, height, says, drawing, children }: SheetOfPaperProps) {
  const narrow = useNarrow();
  const [places, setPlaces] = useState<readonly string[]>([]);
  const put = useCallback((place: string) => {
    setPlaces((now) => [...now, place]);
    return () => setPlaces((now) => now.filter((other) => other !== place));
  }, []);
  const paper = useMemo(() => ({ width, height, put }), [width, height, put]);
  const listed = narrow && places.length > 0;
  return (
    <div>
      <Scroller
        label={says}
        className={listed ? "sticky top-0 z-20 max-h-[42vh] border-b border-line bg-paper" : ""}
      >
        <div
          className="drawing relative w-full"
          style={{ containerType: "inline-size", minWidth: width * LEAST_SCALE }}
        >
          <svg
            viewBox={`0 0 ${width} ${height}`}
            className="block w-full"
            role="img"
            aria-label={says}
          >
            {drawing}
          </svg>
          <PaperContext value={paper}>{children}</PaperContext>
        </div>
      </Scroller>
      {listed && <NumberList places={places} />}
    </div>
  );
}

/** The numbers of a drawing in measuring order, each on a line a thumb finds. */
function NumberList({ places }: { places: readonly string[] }) {
  const form = useForm();
  const inTurn = [...new Set(places)].sort((one, other) => form.turn(one) - form.turn(other));
  const first = inTurn.find((place) => form.measured(place)?.known !== "measured") ?? inTurn[0];
  return (
    <div className="mt-1">
      {form.writable && first && form.open === null && (
        <Button className="my-1 w-full" onClick={() => form.setOpen(first)}>
          Next number: {placeName(first)}
        </Button>
      )}
      <ul>
        {inTurn.map((place) => (
          <li
            key={place}
            className="flex min-h-11 flex-wrap items-center justify-between gap-x-3 border-b border-line text-sm"
          >
            <span className="text-pale">{placeName(place)}</span>
            {form.open === place ? (
              <Editor place={place} label={placeName(place)} />
            ) : (
              <NumberButton place={place} className="min-h-11 min-w-11 px-1 text-right" />
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
