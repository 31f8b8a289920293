import { useState } from "react";
import { Alert } from "../../ui/alert";
import { useAttempt } from "../../api/attempt";
import { GoToPlace } from "../../job/findings";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { LOAD_NAMES } from "../../api/generated/core";
import type { Offer, Sheet } from "../../api/types";
import { placeFacts } from "../../api/place";
import { Button } from "../../ui/button";

type OffersProps = {
  /** What the figures are of that belong here. */
  about: Offer["about"][];
  /** Said where nothing follows yet; without it nothing is shown then. */
  empty?: string;
};

/** Figures that follow from the readings: with their reason, taken over only when asked. */
export function Offers({ about, empty }: OffersProps) {
  const { practice } = useJobView();
  const offers = (practice?.offers.offers ?? []).filter((one) => about.includes(one.about));
  const troubles = (practice?.offers.troubles ?? []).filter((one) => about.includes(one.about));
  if (!empty && offers.length + troubles.length === 0) return null;
  return (
    <section aria-label="What follows from the readings">
      <h2 className="mb-1 font-semibold">What follows from the readings</h2>
      {troubles.map((trouble) => (
        <p key={trouble.place} className="border-t border-line py-2 text-sm text-stop">
          {trouble.message} <GoToPlace place={trouble.place} text="Show me" />
        </p>
      ))}
      <ul>
        {offers.map((offer) => (
          <OfferItem key={offer.key} offer={offer} />
        ))}
      </ul>
      {offers.length === 0 && troubles.length === 0 && (
        <p className="border-t border-line py-2 text-sm text-pale">{empty}</p>
      )}
    </section>
  );
}

function OfferItem({ offer }: { offer: Offer }) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const [pressed, setPressed] = useState(false);

  return (
    <li className="border-t border-line py-2 text-sm" data-offer={offer.key}>
      <div className="flex items-center justify-between gap-3">
        <span>
          <span className="text-pale">{nameOf(offer, job.sheet)}</span>
          <br />
          <span className="figure text-[15px] font-semibold text-after">{offer.what}</span>
        </span>
        {offer.taken ? (
          <span
            className="text-pale"
            tabIndex={-1}
            // The button that was pressed is gone: the cursor stays where it was.
            ref={(said) => {
              if (pressed && document.activeElement === document.body) said?.focus();
            }}
          >
            taken over
          </span>
        ) : (
          <Button
            disabled={!writable}
            onClick={() => {
              setPressed(true);
              void attempt(() => writes.takeOffer(offer.key, offer.place));
            }}
          >
            Use it
          </Button>
        )}
      </div>
      {!offer.taken && <p className="text-pale">in place of {offer.now}</p>}
      <p className="text-pale">from {offer.why}</p>
      <p className="figure text-pale">{offer.formula}</p>
      {refusal && <Alert roomy={false}>{refusal.message}</Alert>}
    </li>
  );
}

/** What an offer is for: the place's own name, with its axle or its load state. */
function nameOf(offer: Offer, sheet: Sheet): string {
  const label = offer.about === "loads" ? "Axle loads" : placeFacts(offer.place).label;
  const axle = /^(front|rear)\./.exec(offer.place)?.[1];
  const state = sheet.load_states[Number(/^load_states\.(\d+)/.exec(offer.place)?.[1])]?.key;
  const of = axle ?? (state && LOAD_NAMES[state].toLowerCase());
  return of ? `${label}, ${of}` : label;
}
