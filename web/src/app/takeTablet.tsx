import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useSignIn } from "../api/people";
import type { TabletHere } from "../api/people";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Door, OtherWay } from "./door";

/** A tablet of the shop asks who takes it. */
export function TakeTablet({ tablet, onName }: { tablet: TabletHere; onName: () => void }) {
  const { byNumber } = useSignIn();
  const { refusal, attempt } = useAttempt();
  const [who, setWho] = useState<TabletHere["people"][number] | null>(null);
  return (
    <Door says={`${tablet.name}, ${tablet.shop}. Who takes it?`}>
      {tablet.people.length === 0 && (
        <p className="mb-4">
          Nobody has a number yet. Sign in by name, then set one under your name at the top.
        </p>
      )}
      <div className="grid gap-3" role="group" aria-label="Who takes it">
        {tablet.people.map((one) => (
          <Button
            key={one.id}
            className={`min-h-14 text-lg ${who?.id === one.id ? "outline-2 outline-ink" : ""}`}
            aria-pressed={who?.id === one.id}
            onClick={() => setWho(one)}
          >
            {one.name}
          </Button>
        ))}
      </div>
      {who && (
        <form
          key={who.id}
          className="mt-5 grid gap-4"
          action={(form: FormData) =>
            void attempt(() => byNumber(who.id, String(form.get("number"))))
          }
        >
          <label className="block">
            <span className="text-sm text-pale">Number of {who.name}</span>
            <input
              name="number"
              type="password"
              inputMode="numeric"
              autoComplete="off"
              maxLength={6}
              required
              autoFocus
              className="figure min-h-14 w-full border-b border-ink bg-transparent text-2xl outline-none focus:border-b-2 focus:border-after"
            />
          </label>
          <Alert>{refusal?.message}</Alert>
          <Button primary type="submit" className="min-h-14 text-lg">
            Take the tablet
          </Button>
        </form>
      )}
      <div className="mt-4 grid">
        <OtherWay onClick={onName}>Sign in by name and password</OtherWay>
      </div>
    </Door>
  );
}
