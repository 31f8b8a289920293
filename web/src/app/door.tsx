import type { ReactNode } from "react";

/** What stands before the shop: its sign, and a way in. */
export function Door({ says, children }: { says: string; children: ReactNode }) {
  return (
    <main className="mx-auto grid min-h-screen max-w-md content-center p-6">
      <AxleMark />
      <h1 className="mt-6 text-2xl font-semibold">Calm Axle</h1>
      <p className="mb-8 text-pale">{says}</p>
      {children}
    </main>
  );
}

/** Another way in than the one that is shown. */
export function OtherWay({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <button
      type="button"
      className="min-h-11 text-sm text-after underline underline-offset-4"
      onClick={onClick}
    >
      {children}
    </button>
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
