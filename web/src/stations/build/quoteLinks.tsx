import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useLead } from "../../api/session";
import type { QuoteLink } from "../../api/types";
import { useJobView } from "../../job/context";
import { shortDay } from "../../job/days";
import { useMoney } from "../../job/money";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { useWorkView } from "./workView";

/** Quotes sent as links, newest first: how each stands, what the owner wrote, and closing it. */
export function QuoteLinks() {
  const { links } = useWorkView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const lead = useLead();
  if (links.length === 0) return null;
  return (
    <section aria-label="Links that were sent" className="mt-4 max-w-xl text-sm">
      <h3 className="font-semibold">Links that were sent</h3>
      <ul>
        {links.map((link) => (
          <li key={link.id} className="border-t border-line py-1.5">
            <Sent link={link} />
            {link.question && <p>The owner asks: “{link.question}”</p>}
            {link.open && <Address path={link.path} />}
            {lead && link.open && !link.agreed && (
              <Button
                className="mt-1"
                onClick={() => void attempt(() => writes.withdrawQuote(link.id))}
              >
                Withdraw it
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}

function Sent({ link }: { link: QuoteLink }) {
  const money = useMoney();
  const stands = link.agreed
    ? "agreed to"
    : link.withdrawn
      ? "withdrawn"
      : link.open
        ? `open until ${shortDay(link.expires_at)}`
        : `closed since ${shortDay(link.expires_at)}`;
  return (
    <p>
      Up to {money(link.up_to_cents / 100)}, {stands}{" "}
      <span className="text-pale">
        {link.person}, {shortDay(link.made_at)}
      </span>
    </p>
  );
}

/** The address to hand on, and copying it. */
function Address({ path }: { path: string }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}${path}`;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <a
        href={path}
        target="_blank"
        rel="noreferrer"
        data-testid="quote-address"
        className="figure inline-flex min-h-11 max-w-full items-center break-all underline underline-offset-4"
      >
        {address}
      </a>
      <Button
        onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}
      >
        {copied ? "Copied" : "Copy"}
      </Button>
    </div>
  );
}
