import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { usePeopleWrites } from "../api/people";
import type { Code, Member, Role } from "../api/people";
import { dayAndTime } from "../job/days";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Fold } from "../ui/fold";
import { Pick } from "../ui/pick";
import { CodeTold } from "./codeTold";
import { ROLES } from "./roles";

/** Who belongs to the shop: each with a role, where they are signed in, and what a lead may do. */
export function Members({ people, me }: { people: Member[]; me: string }) {
  const gone = people.filter(({ active }) => !active);
  return (
    <>
      <ul>
        {people
          .filter(({ active }) => active)
          .map((one) => (
            <OneMember key={one.id} one={one} mine={one.username === me} />
          ))}
      </ul>
      {gone.length > 0 && (
        <Fold title={`${gone.length} no longer with the shop`}>
          <ul>
            {gone.map((one) => (
              <Gone key={one.id} one={one} />
            ))}
          </ul>
        </Fold>
      )}
    </>
  );
}

function OneMember({ one, mine }: { one: Member; mine: boolean }) {
  const { setRole, reset, sendOff, endSession } = usePeopleWrites();
  const { refusal, attempt } = useAttempt();
  const [code, setCode] = useState<Code | null>(null);
  return (
    <li className="border-t border-line py-2" aria-label={one.name}>
      <div className="flex flex-wrap items-center gap-x-4">
        <p className="grow">
          <span className="font-semibold">{one.name}</span>{" "}
          <span className="text-pale">
            signs in as {one.username}
            {mine && ", you"}
            {one.number && " · has a number for tablets"}
          </span>
        </p>
        <div className="w-40">
          <Pick
            label="Role"
            value={one.role}
            options={ROLES}
            onChange={(role: Role) => void attempt(() => setRole(one.id, role))}
          />
        </div>
      </div>
      {one.signed_in.length > 0 && (
        <ul className="text-sm">
          {one.signed_in.map((where) => (
            <li key={where.id} className="flex min-h-11 flex-wrap items-center gap-x-4">
              <span className="grow text-pale">
                {where.device}, {where.address}
                {where.here ? ", here" : `, last seen ${dayAndTime(where.seen_at)}`}
              </span>
              {!where.here && (
                <Button
                  aria-label={`Sign out there: ${one.name}, ${where.device}`}
                  onClick={() => void attempt(() => endSession(where.id))}
                >
                  Sign out there
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {!mine && (
        <div className="mt-1 flex flex-wrap gap-3 text-sm">
          <Button
            aria-label={`New password for ${one.name}`}
            onClick={() => void attempt(async () => setCode(await reset(one.id)))}
          >
            New password
          </Button>
          <Button
            aria-label={`Has left: ${one.name}`}
            onClick={() => void attempt(() => sendOff(one.id))}
          >
            Has left
          </Button>
        </div>
      )}
      {code && <CodeTold code={code} whom={one.name} />}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </li>
  );
}

function Gone({ one }: { one: Member }) {
  const { takeBack } = usePeopleWrites();
  const { refusal, attempt } = useAttempt();
  return (
    <li className="flex min-h-11 flex-wrap items-center gap-x-4 border-t border-line">
      <span className="grow text-pale">
        {one.name}, {one.role}
      </span>
      <Button onClick={() => void attempt(() => takeBack(one.id))}>Take back</Button>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </li>
  );
}
