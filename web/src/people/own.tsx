import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { setNumber, useSignIn } from "../api/people";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";

/** One's own password, and the number for the shop's tablets. */
export function Own() {
  const { changePassword } = useSignIn();
  return (
    <section aria-labelledby="own" className="grid gap-x-10 gap-y-4 sm:grid-cols-2">
      <h2 id="own" className="sr-only">
        My own
      </h2>
      <Proven
        title="My number for the shop’s tablets"
        says="Four to six digits. Good for a tablet of the shop and nothing else."
        now="My password"
        label="Number"
        look={{ inputMode: "numeric", autoComplete: "off", maxLength: 6 }}
        done="From now on this number takes a tablet."
        act={setNumber}
        name="Set the number"
      />
      <Proven
        title="My password"
        says="At least eight letters, digits or signs. Every other device of mine is signed out."
        now="My password now"
        label="New password"
        look={{ autoComplete: "new-password" }}
        done="The password is changed."
        act={changePassword}
        name="Change the password"
      />
    </section>
  );
}

type ProvenProps = {
  title: string;
  says: string;
  now: string;
  label: string;
  look: Partial<React.ComponentProps<"input">>;
  done: string;
  name: string;
  act: (password: string, typed: string) => Promise<unknown>;
};

/** Something that the password is asked for first. */
function Proven({ title, says, now, label, look, done, name, act }: ProvenProps) {
  const { refusal, attempt } = useAttempt();
  const [kept, setKept] = useState(false);
  return (
    <form
      aria-label={title}
      action={async (form: FormData) => {
        setKept(false);
        const typed = [form.get("password"), form.get("typed")].map(String) as [string, string];
        setKept(await attempt(() => act(...typed)));
      }}
    >
      <h3 className="font-semibold">{title}</h3>
      <p className="mb-2 text-sm text-pale">{says}</p>
      <Field label={now} name="password" type="password" required autoComplete="current-password" />
      <Field label={label} name="typed" type="password" required {...look} />
      <Alert>{refusal?.message}</Alert>
      <Button type="submit">{name}</Button>
      {kept && (
        <p role="status" className="mt-1 text-sm text-after">
          {done}
        </p>
      )}
    </form>
  );
}
