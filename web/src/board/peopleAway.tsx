import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useBoardWrites } from "../api/board";
import { useLead } from "../api/session";
import type { BoardView } from "../api/types";
import { calendarDay } from "../job/days";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Fold } from "../ui/fold";
import { Pick } from "../ui/pick";

/** Who is not there on which days; the board plans with one fewer. */
export function PeopleAway({ people }: { people: BoardView["people"] }) {
  const { setPersonAway } = useBoardWrites();
  const { refusal, attempt } = useAttempt();
  const lead = useLead();
  const [who, setWho] = useState(String(people[0]?.id ?? ""));
  const [day, setDay] = useState("");
  const away = people.filter(({ days_away }) => days_away.length > 0);
  const named = people.find(({ id }) => String(id) === who);
  const say = (gone: boolean) =>
    void attempt(() => setPersonAway(Number(who), named?.name ?? "", day, gone));
  return (
    <Fold title="Who is away" className="text-sm">
      {away.length === 0 && <p className="text-pale">Nobody.</p>}
      <ul>
        {away.map(({ id, name, days_away }) => (
          <li key={id} className="border-t border-line py-1.5">
            {name}: {days_away.map(calendarDay).join(", ")}
          </li>
        ))}
      </ul>
      {lead && (
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <Pick
            label="Who"
            value={who}
            options={people.map(({ id, name }) => ({ value: String(id), text: name }))}
            onChange={setWho}
          />
          <Field label="On" type="date" value={day} onChange={(e) => setDay(e.target.value)} />
          <Button disabled={!day} onClick={() => say(true)}>
            Away that day
          </Button>
          <Button disabled={!day} onClick={() => say(false)}>
            There after all
          </Button>
        </div>
      )}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </Fold>
  );
}
