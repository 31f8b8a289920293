import { useState } from "react";
import { useWritable } from "../../api/session";
import type { DriveView, DrivenRun, Manoeuvre } from "../../api/types";
import { Button } from "../../ui/button";
import { FeltForm } from "./feltForm";
import { FeltTable } from "./feltTable";
import { NotCompared } from "./notCompared";
import { PutRightForm } from "./putRightForm";
import { RunForm } from "./runForm";
import { RunStrip } from "./runStrip";
import { YardTests } from "./yardTests";

type RunsSheetProps = { drive: DriveView };
type Open =
  { new: Manoeuvre; when: "before" | "after" } | { felt: DrivenRun } | { right: DrivenRun } | null;

/** The runs as a strip of manoeuvres, before over after, and what was felt in them. */
export function RunsSheet({ drive }: RunsSheetProps) {
  const [open, setOpen] = useState<Open>(null);
  const writable = useWritable();
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[3fr_2fr]">
      <div>
        <RunStrip
          drive={drive}
          onNew={(manoeuvre, when) => setOpen({ new: manoeuvre, when })}
          onFelt={(run) => setOpen({ felt: run })}
          onRight={(run) => setOpen({ right: run })}
        />
        <NotCompared drive={drive} />
        <p className="mt-3 max-w-prose text-sm text-pale">
          Drive within the posted limit; a run over it is not compared. Sharp evasive runs belong on
          closed ground. Nobody looks at a screen while driving.
        </p>
      </div>
      <div className="grid content-start gap-5 lg:border-l lg:border-line lg:pl-6">
        {open !== null && "new" in open && (
          <RunForm
            key={`${open.new} ${open.when}`}
            drive={drive}
            manoeuvre={open.new}
            when={open.when}
            onClose={() => setOpen(null)}
          />
        )}
        {open !== null && "felt" in open && (
          <FeltForm
            key={open.felt.id}
            drive={drive}
            run={open.felt}
            onClose={() => setOpen(null)}
          />
        )}
        {open !== null && "right" in open && (
          <PutRightForm
            key={open.right.id}
            drive={drive}
            run={open.right}
            onClose={() => setOpen(null)}
          />
        )}
        {open === null && drive.runs.length === 0 && (
          <div>
            <p className="max-w-prose">
              Begin with the runs before anything is changed: without them nobody can say what the
              work did.
            </p>
            {writable && (
              <Button
                primary
                className="mt-3"
                onClick={() => setOpen({ new: "gentle slalom", when: "before" })}
              >
                First run before
              </Button>
            )}
          </div>
        )}
        <FeltTable drive={drive} />
        <YardTests drive={drive} />
      </div>
    </div>
  );
}
