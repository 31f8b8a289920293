import { createContext, use, useMemo, useRef, useState } from "react";
import type { ReactNode } from "react";
import { RefusedError } from "../api/client";
import { useOutbox, useSent } from "../api/outbox/useOutbox";
import type { Paper } from "../api/outbox/write";
import type { SentTo } from "../api/outbox/useOutbox";
import { useWritable } from "../api/session";
import type { Known, Measured, News } from "../api/types";

/** What a drawing form needs to know of its fields: order, who is open, how to save. */
type Form = {
  open: string | null;
  setOpen: (place: string | null) => void;
  /** Close a field and go on to another one, or back to its own button. */
  close: (place: string, goTo: string | null) => void;
  /** Whether this field was just closed: its button then takes the cursor back, once. */
  takesCursor: (place: string) => boolean;
  next: (place: string, step: 1 | -1) => string | null;
  /** Where a place comes in measuring order; last where it has no turn. */
  turn: (place: string) => number;
  measured: (place: string) => Measured | undefined;
  /** What is on its way to a place, or was not taken there. */
  sent: (place: string) => SentTo | undefined;
  /** Send a number and close its field at once; refused, it opens again unless the hand has moved on. */
  keep: (place: string, typed: string, known: Known, goTo: string | null) => void;
  /** Who else just wrote at a place. */
  by: (place: string) => string | undefined;
  /** Note what stands at a place as it is opened: what is typed there is typed over that. */
  look: (place: string) => void;
  /** Let go of what was not taken at a place. */
  letGo: (place: string) => void;
  writable: boolean;
};

const FormContext = createContext<Form | null>(null);

export function useForm(): Form {
  const form = use(FormContext);
  if (form === null) throw new Error("A dimension must stand inside a DrawingForm.");
  return form;
}

/** Whether a place holds what is aimed at: wished, and known in no way. */
export const isWished = (place: string) => place.startsWith("target.");

type DrawingFormProps = {
  /** Places in measuring order: what Tab follows. */
  order: string[];
  measured: Form["measured"];
  jobId: number;
  /** Which paper a path is on, and its place there. */
  spot: (path: string) => [Paper, string];
  save: (place: string, typed: string, known: Known) => Promise<unknown>;
  /** What somebody else just wrote. */
  news: News["last"];
  children: ReactNode;
};

/** Drawings whose dimensions are inputs, entered in measuring order. */
export function DrawingForm(props: DrawingFormProps) {
  const { order, measured, jobId, spot, save, news, children } = props;
  const [open, setOpen] = useState<string | null>(null);
  const closed = useRef<string | null>(null);
  const writable = useWritable();
  const outbox = useOutbox();
  const onItsWay = useSent(jobId);
  const form = useMemo<Form>(() => {
    const close = (place: string, goTo: string | null) => {
      closed.current = goTo === null ? place : null;
      // Another may have been opened meanwhile.
      setOpen((now) => (now === place ? goTo : now));
    };
    return {
      open,
      setOpen,
      close,
      takesCursor: (place) => {
        if (closed.current !== place) return false;
        closed.current = null;
        return true;
      },
      next: (place, step) => {
        const at = order.indexOf(place);
        return at < 0 ? null : (order[at + step] ?? null);
      },
      turn: (place) => (order.includes(place) ? order.indexOf(place) : order.length),
      measured,
      sent: (place) => onItsWay(...spot(place)),
      by: (place) => {
        const [paper, at] = spot(place);
        return news.find((one) => one.paper === paper && one.place === at)?.person;
      },
      look: (place) => outbox.look(jobId, ...spot(place)),
      keep: (place, typed, known, goTo) => {
        close(place, goTo);
        save(place, typed, known).catch((error: unknown) => {
          const conflict = error instanceof RefusedError && error.status === 409;
          if (!conflict) setOpen((now) => (now === null && goTo === null ? place : now));
        });
      },
      letGo: (place) => {
        const refused = onItsWay(...spot(place));
        if (refused?.refused != null) outbox.drop(refused.id);
      },
      writable,
    };
  }, [open, order, measured, onItsWay, spot, jobId, save, news, writable, outbox]);
  return <FormContext value={form}>{children}</FormContext>;
}
