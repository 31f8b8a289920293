import { answerPlace, boltPlace, photoPlace, settlePlace, troublePlace } from "../api/bay";
import type { useSent } from "../api/outbox/useOutbox";
import type { BayWork } from "../api/types";
import { BigButton } from "./bigButton";
import { jointOf, settledAxle } from "./standing";
import type { Standing } from "./standing";

type RefusedProps = {
  bay: BayWork;
  sent: ReturnType<typeof useSent>;
  standing: Standing;
  onLetGo: (id: string) => void;
};

/** What the server did not take of a step, with what stands there; nothing is dropped unseen. */
export function Refused({ bay, sent, standing: { step }, onLetGo }: RefusedProps) {
  const bolts = bay.joints[jointOf(step)]?.target.order ?? [];
  const kinds = step.records ?? ["tick"];
  const axle = settledAxle(bay, step);
  const own = [
    ...kinds.map((kind) => sent("bay", answerPlace(step.key, kind))),
    sent("photos", photoPlace(step.key)),
    ...bolts.map((bolt) => sent("bay", boltPlace(jointOf(step), bolt))),
    sent("bay", troublePlace(step.key)),
    axle && sent("bay", settlePlace(axle)),
    sent("bay", `${step.key} back`),
  ];
  return own.flatMap((one) =>
    one?.refused
      ? [
          <div key={one.id} role="alert" className="mb-3 border-l-4 border-stop pl-3">
            <p className="text-lg text-stop">{one.refused}</p>
            <p className="text-pale">Kept here: “{one.typed}”.</p>
            <BigButton className="mt-2" onClick={() => onLetGo(one.id)}>
              Let mine go
            </BigButton>
          </div>,
        ]
      : [],
  );
}
