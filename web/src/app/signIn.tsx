import { Alert } from "../ui/alert";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answered, client, RefusedError } from "../api/client";
import { Button } from "../ui/button";
import { Field } from "../ui/field";

export function SignIn() {
  const cache = useQueryClient();
  const [problem, setProblem] = useState("");

  async function enter(form: FormData) {
    try {
      const person = await answered(
        client.POST("/api/session", {
          body: {
            username: String(form.get("username")),
            password: String(form.get("password")),
          },
        }),
      );
      cache.setQueryData(["session"], person);
    } catch (error) {
      if (!(error instanceof RefusedError)) throw error;
      setProblem(error.message);
    }
  }

  return (
    <main className="mx-auto grid min-h-screen max-w-md content-center p-6">
      <AxleMark />
      <h1 className="mt-6 text-2xl font-semibold">Calm Axle</h1>
      <p className="mb-8 text-pale">Weigh it, choose the bar, see how much less it leans.</p>
      <form action={enter} className="grid gap-5">
        <Field label="Name" name="username" required autoComplete="username" />
        <Field
          label="Password"
          name="password"
          type="password"
          required
          autoComplete="current-password"
        />
        <Alert>{problem}</Alert>
        <Button primary type="submit">
          Sign in
        </Button>
      </form>
    </main>
  );
}

/** A solid axle with its bar, as the sign over the door. */
function AxleMark() {
  return (
    <svg viewBox="0 0 360 90" className="w-full" aria-hidden="true">
      {[20, 52, 286, 318].map((x) => (
        <rect key={x} x={x} y={8} width={22} height={74} rx={10} className="ink-2" />
      ))}
      <line x1={74} x2={286} y1={45} y2={45} className="ink-2" />
      <circle cx={180} cy={45} r={20} className="ink-2" style={{ fill: "var(--paper)" }} />
      <path d="M112 18 V68 H248 V18" className="after-line" strokeWidth={5} />
    </svg>
  );
}
