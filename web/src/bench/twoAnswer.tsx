import { useNavigate } from "@tanstack/react-router";
import { useSession } from "../api/queries";
import type { AxleName, BarSeen, RigKind } from "../api/types";
import { FirstAnswer } from "../job/firstAnswer";
import { asFirst, caliperPlace, draftKey, EMPTY, LOAD_PLACES } from "../job/firstNumbers";
import { Button } from "../ui/button";
import type { AnswerProps } from "./answer";

/** The first numbers as the intake takes them. */
function numbersOf(fields: Record<string, string>) {
  const seen = (axle: AxleName) => (fields[`${axle}_bar`] ?? "not looked") as BarSeen;
  return {
    kind: (fields.kind ?? "motorhome") as RigKind,
    bars: { front: seen("front"), rear: seen("rear") },
    typed: {
      [LOAD_PLACES[0]]: fields.front ?? "",
      [LOAD_PLACES[1]]: fields.rear ?? "",
      [caliperPlace("front")]: fields.front_diameter ?? "",
      [caliperPlace("rear")]: fields.rear_diameter ?? "",
    },
  };
}

/** The first answer without a job, and a job made of it. */
export function TwoAnswer({ fields }: AnswerProps) {
  const navigate = useNavigate();
  const form = draftKey(useSession().data?.username ?? "");
  const numbers = numbersOf(fields);
  function takeIn() {
    localStorage.setItem(form, JSON.stringify({ ...EMPTY, ...numbers }));
    void navigate({ to: "/new" });
  }
  return (
    <div>
      <FirstAnswer first={asFirst(numbers)} />
      <Button className="mt-4" onClick={takeIn}>
        Take this vehicle in
      </Button>
    </div>
  );
}
