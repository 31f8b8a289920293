import { Link } from "@tanstack/react-router";

/** What keeps the vehicle from the road, over every step until it is mended. */
export function Stops({ stops, jobId }: { stops: string[]; jobId: number }) {
  if (stops.length === 0) return null;
  return (
    <section aria-label="Stops" className="my-2 border-l-4 border-stop pl-3 text-lg text-stop">
      {stops.map((stop) => (
        <p key={stop}>{stop}</p>
      ))}
      <p className="text-base text-pale">
        It does not go to the road so. The lead decides{" "}
        <Link
          to="/jobs/$jobId/look"
          params={{ jobId: String(jobId) }}
          search={{}}
          className="inline-flex min-h-14 items-center underline underline-offset-4"
        >
          at Look
        </Link>
        .
      </p>
    </section>
  );
}
