import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { usePeopleWrites } from "../api/people";
import type { Code, People, Role } from "../api/people";
import { dayAndTime } from "../job/days";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Fold } from "../ui/fold";
import { Pick } from "../ui/pick";
import { CodeTold } from "./codeTold";
import { MAY, ROLES } from "./roles";

/** Letting somebody in: by a code they use themselves, or with a first password. */
export function Newcomers({ invitations }: { invitations: People["invitations"] }) {
  const { invite, withdraw } = usePeopleWrites();
  const { refusal, attempt } = useAttempt();
  const [role, setRole] = useState<Role>("fitter");
  const [code, setCode] = useState<Code | null>(null);
  return (
    <section aria-labelledby="newcomers">
      <h2 id="newcomers" className="mt-6 font-semibold">
        Somebody new
      </h2>
      <div className="flex flex-wrap items-end gap-4">
        <div className="w-44">
          <Pick label="Comes as" value={role} options={ROLES} onChange={setRole} />
        </div>
        <Button primary onClick={() => void attempt(async () => setCode(await invite(role)))}>
          Invite with a code
        </Button>
      </div>
      <p className="mt-1 text-sm text-pale">
        A {role} {MAY[role]}.
      </p>
      {code && <CodeTold code={code} whom={`the new ${role}`} />}
      <Alert roomy={false}>{refusal?.message}</Alert>
      {invitations.length > 0 && (
        <ul className="mt-2 text-sm" aria-label="Codes that are open">
          {invitations.map((one) => (
            <li
              key={one.id}
              className="flex min-h-11 flex-wrap items-center gap-x-4 border-t border-line"
            >
              <span className="grow text-pale">
                Open for {one.username ?? `a ${one.role}`} until {dayAndTime(one.expires_at)}, from{" "}
                {one.made_by}
              </span>
              <Button onClick={() => void attempt(() => withdraw(one.id))}>Withdraw</Button>
            </li>
          ))}
        </ul>
      )}
      <Fold title="Add somebody with a first password instead">
        <AddOne role={role} />
      </Fold>
    </section>
  );
}

const NOBODY = { username: "", first_name: "", last_name: "", password: "" };

function AddOne({ role }: { role: Role }) {
  const { add } = usePeopleWrites();
  const { refusal, attempt } = useAttempt();
  const [one, setOne] = useState(NOBODY);
  const field = (name: keyof typeof NOBODY) => ({
    value: one[name],
    onChange: ({ target }: React.ChangeEvent<HTMLInputElement>) =>
      setOne({ ...one, [name]: target.value }),
  });
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      action={() =>
        void attempt(() => add({ ...one, role })).then((kept) => kept && setOne(NOBODY))
      }
    >
      <Field label="First name" {...field("first_name")} autoComplete="off" />
      <Field label="Last name" {...field("last_name")} autoComplete="off" />
      <Field label="Name to sign in with" required {...field("username")} autoComplete="off" />
      <Field
        label="First password"
        type="password"
        required
        {...field("password")}
        autoComplete="new-password"
      />
      <div className="sm:col-span-2">
        <Alert>{refusal?.message}</Alert>
        <Button type="submit">Add as {role}</Button>
      </div>
    </form>
  );
}
