import { Button } from "../ui/button";

/** Instead of a page that could not be drawn: what is kept, and the way on. */
export function Broken({ error }: { error: unknown }) {
  return (
    <main className="max-w-xl p-8">
      <h1 className="mb-2 text-xl font-semibold">This page could not be drawn</h1>
      <p className="mb-1">
        It is a fault of the program, not of what you wrote: all of that is kept. Load the page
        again; if it stays, tell whoever looks after the program what stands below.
      </p>
      <p className="figure mb-4 text-pale">{String(error)}</p>
      <div className="flex gap-3">
        <Button primary onClick={() => window.location.reload()}>
          Load it again
        </Button>
        <a href="/" className="grid min-h-11 items-center underline underline-offset-4">
          Back to the yard
        </a>
      </div>
    </main>
  );
}
