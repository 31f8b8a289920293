import { Alert } from "../ui/alert";
import type { UseQueryResult } from "@tanstack/react-query";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";

export type AnswerProps = { fields: Record<string, string> };

/** Ask a calculator; the last answer stays while the next one is on its way. */
export function useAnswer<T>(
  name: string,
  fields: Record<string, string>,
  ask: () => Promise<T>,
): UseQueryResult<T> {
  return useQuery({
    queryKey: ["bench", name, fields],
    queryFn: ask,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

type AnsweredProps<T> = { query: UseQueryResult<T>; children: (data: T) => ReactNode };

/** The answer, or the sentence of why there is none. */
export function Answered<T>({ query, children }: AnsweredProps<T>) {
  if (query.isLoadingError) {
    return (
      <Alert roomy={false} className="py-4">
        {query.error.message}
      </Alert>
    );
  }
  return query.data === undefined ? (
    <p className="py-4 text-pale">Working it out …</p>
  ) : (
    <div>{children(query.data)}</div>
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
