import { RefusedError } from "../api/client";
import { Alert } from "../ui/alert";
import type { UseQueryResult } from "@tanstack/react-query";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { benchQuery } from "./asks";
import type { Asked, AnswerOf, Fields } from "./asks";

export type AnswerProps = { fields: Fields };

/** Ask a calculator. */
export function useAnswer<K extends Asked>(key: K, fields: Fields): UseQueryResult<AnswerOf<K>> {
  return useQuery(benchQuery(key, fields));
}

type AnsweredProps<T> = { query: UseQueryResult<T>; children: (data: T) => ReactNode };

/** The answer, or the sentence of why there is none; an earlier one is never shown as this one. */
export function Answered<T>({ query, children }: AnsweredProps<T>) {
  const { data, isPlaceholderData, isPaused, error } = query;
  // Known to be away, or found to be: a page that was loaded without a network has not been told.
  const unreached = error instanceof RefusedError && error.status === 0;
  if ((isPaused && (data === undefined || isPlaceholderData)) || unreached)
    return (
      <Alert roomy={false} className="py-4">
        Without the shop’s server only what was asked before is answered.
      </Alert>
    );
  if (query.isLoadingError)
    return (
      <Alert roomy={false} className="py-4">
        {error?.message}
      </Alert>
    );
  return data === undefined ? (
    <p className="py-4 text-pale">Working it out …</p>
  ) : (
    <div data-stale={isPlaceholderData}>
      <div className="worked">{children(data)}</div>
    </div>
  );
}

/** Figures with their names, large enough to read from the vice. */
export function Figures({ rows }: { rows: [string, string][] }) {
  return (
    <dl className="mt-2 grid max-w-xl grid-cols-[1fr_auto] text-lg">
      {rows.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="border-t border-line py-1 text-pale">{name}</dt>
          <dd className="figure border-t border-line py-1.5 text-right">{value}</dd>
        </div>
      ))}
    </dl>
  );
}
