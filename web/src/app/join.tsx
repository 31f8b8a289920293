import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { readInvitation, useSignIn } from "../api/people";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Door, OtherWay } from "./door";

type Invited = Awaited<ReturnType<typeof readInvitation>>;

/** Coming in by a code: first whose it is, then a name and a password. */
export function Join({ onName }: { onName: () => void }) {
  const { refusal, attempt } = useAttempt();
  // A link carries its code behind the #, which no server is sent.
  const [code, setCode] = useState(decodeURIComponent(location.hash.slice(1)));
  const [invited, setInvited] = useState<Invited | null>(null);
  if (invited) return <Welcome code={code} invited={invited} />;
  return (
    <Door says="Somebody who leads a shop gave you a code.">
      <form
        className="grid gap-5"
        action={() => void attempt(async () => setInvited(await readInvitation(code)))}
      >
        <Field
          label="Code"
          value={code}
          required
          maxLength={40}
          autoComplete="off"
          autoCapitalize="characters"
          onChange={(e) => setCode(e.target.value)}
        />
        <Alert>{refusal?.message}</Alert>
        <Button primary type="submit">
          Go on
        </Button>
        <OtherWay onClick={onName}>Sign in by name and password</OtherWay>
      </form>
    </Door>
  );
}

function Welcome({ code, invited }: { code: string; invited: Invited }) {
  const { byCode } = useSignIn();
  const { refusal, attempt } = useAttempt();
  const known = invited.username;
  const text = (form: FormData, name: string) => String(form.get(name) ?? "");

  async function come(form: FormData) {
    const came = await attempt(() =>
      byCode({
        code,
        username: known ?? text(form, "username"),
        first_name: text(form, "first_name"),
        last_name: text(form, "last_name"),
        password: text(form, "password"),
      }),
    );
    // The code is used; nothing of it stays in the address.
    if (came) history.replaceState(null, "", "/");
  }

  return (
    <Door
      says={
        known === null
          ? `You come to ${invited.shop} as a ${invited.role}.`
          : `${invited.shop}: choose a new password, ${known}.`
      }
    >
      <form className="grid gap-5" action={(form: FormData) => void come(form)}>
        {known === null && (
          <>
            <Field label="First name" name="first_name" required autoComplete="given-name" />
            <Field label="Last name" name="last_name" autoComplete="family-name" />
            <Field label="Name to sign in with" name="username" required autoComplete="username" />
          </>
        )}
        <Field
          label="Password, at least eight letters, digits or signs"
          name="password"
          type="password"
          required
          minLength={8}
          autoComplete="new-password"
        />
        <Alert>{refusal?.message}</Alert>
        <Button primary type="submit">
          Come in
        </Button>
      </form>
    </Door>
  );
}
