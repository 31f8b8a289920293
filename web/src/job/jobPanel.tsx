import { Ellipsis } from "lucide-react";
import { useState } from "react";
import { useAttempt } from "../api/attempt";
import type { Shelf } from "../api/types";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Panel } from "../ui/panel";
import { CopiedJob, SecondJob } from "./anotherJob";
import { useJobView } from "./context";

/** What can be done with the job as a whole: another name, out of the yard, a second one, a copy. */
export function JobPanel() {
  const { job, writes } = useJobView();
  const [open, setOpen] = useState(false);
  const { refusal, attempt } = useAttempt();

  function putAway(shelf: Shelf) {
    void attempt(() => writes.putOnShelf(shelf)).then((kept) => kept && setOpen(false));
  }

  return (
    <>
      <button
        type="button"
        aria-label="This job"
        title="This job: name, archive, delete, a second one, a copy"
        onClick={() => setOpen(true)}
        className="grid size-11 place-items-center hover:text-after"
      >
        <Ellipsis size={18} />
      </button>
      <Panel open={open} onClose={() => setOpen(false)} title="This job">
        <form
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            const form = new FormData(event.currentTarget);
            void attempt(() =>
              writes.rename(String(form.get("name")), String(form.get("description"))),
            ).then((kept) => kept && setOpen(false));
          }}
        >
          <Field
            label="What the shop calls the vehicle"
            name="name"
            defaultValue={job.name}
            required
            maxLength={80}
          />
          <Field
            label="What it is"
            name="description"
            defaultValue={job.description}
            maxLength={120}
          />
          <Alert>{refusal?.message}</Alert>
          <div className="flex flex-wrap gap-3">
            <Button primary type="submit">
              Keep the name
            </Button>
            {job.shelf === "yard" && (
              <>
                <Button onClick={() => putAway("archived")}>Archive the job</Button>
                <Button onClick={() => putAway("deleted")}>Delete the job</Button>
              </>
            )}
          </div>
        </form>
        <SecondJob onOpened={() => setOpen(false)} />
        <CopiedJob onOpened={() => setOpen(false)} />
      </Panel>
    </>
  );
}
