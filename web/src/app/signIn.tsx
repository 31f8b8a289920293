import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useSignIn, useTabletHere } from "../api/people";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Join } from "./join";
import { Door, OtherWay } from "./door";
import { TakeTablet } from "./takeTablet";

/** The way in: by name, by a code, or at a tablet of the shop by a number. */
export function SignIn() {
  const tablet = useTabletHere();
  const [by, setBy] = useState<"name" | "code" | "number">(
    location.pathname === "/join" ? "code" : "number",
  );
  if (by === "code") return <Join onName={() => setBy("name")} />;
  if (by === "number" && tablet.data)
    return <TakeTablet tablet={tablet.data} onName={() => setBy("name")} />;
  return <ByName onCode={() => setBy("code")} />;
}

function ByName({ onCode }: { onCode: () => void }) {
  const { byPassword } = useSignIn();
  const { refusal, attempt } = useAttempt();
  return (
    <Door says="Weigh it, choose the bar, see how much less it leans.">
      <form
        action={(form: FormData) =>
          void attempt(() => byPassword(String(form.get("username")), String(form.get("password"))))
        }
        className="grid gap-5"
      >
        <Field label="Name" name="username" required autoComplete="username" />
        <Field
          label="Password"
          name="password"
          type="password"
          required
          autoComplete="current-password"
        />
        <Alert>{refusal?.message}</Alert>
        <Button primary type="submit">
          Sign in
        </Button>
        <OtherWay onClick={onCode}>I was given a code</OtherWay>
      </form>
    </Door>
  );
}
