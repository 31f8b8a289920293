import { useSearch } from "@tanstack/react-router";
import { useEffect } from "react";
import { FindingList, focusPlace } from "../../job/findings";
import { GatePanel } from "../../job/gate";
import { SheetHelp } from "../../job/sheetHelp";
import { SHEET_SAYS } from "../../job/sheets";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { TextArea } from "../../ui/textArea";
import { Circumstances } from "./circumstances";
import { JobKindChoice } from "./jobKindChoice";
import { Journey } from "./journey";
import { CurePanel } from "./cure";
import { Noises } from "./noises";

/** Station 1: what the owner feels and where, sorted into what a bar changes and what not. */
export function Listen() {
  const { job, practice, writes } = useJobView();
  const writable = useWritable();
  const { place } = useSearch({ strict: false });

  useEffect(() => {
    if (place !== undefined) focusPlace(place);
  }, [place]);

  return (
    <main className="grid grid-cols-1 gap-x-8 pb-6 lg:grid-cols-[3fr_2fr]">
      <div>
        <TextArea
          label="In the owner's words"
          value={job.complaint.words ?? ""}
          draftKey={`draft ${job.id} words`}
          place="words"
          rows={3}
          maxLength={2000}
          disabled={!writable}
          placeholder="Ask when, where and how loaded, and write it down as it is said."
          save={(text) => writes.enterOnPaper("complaint", "words", text)}
        />
        <h2 className="font-semibold">
          On a journey <span className="font-normal text-pale">press for stronger</span>
          <SheetHelp name="Listen" says={SHEET_SAYS.listen} />
        </h2>
        <Journey />
        <div className="mt-2 grid gap-x-8 md:grid-cols-[2fr_3fr]">
          <div>
            <h2 className="font-semibold">Noises</h2>
            <Noises />
          </div>
          <div>
            <h2 className="font-semibold">Use and circumstances</h2>
            <Circumstances />
          </div>
        </div>
      </div>
      <div className="max-lg:mt-6 lg:border-l lg:border-line lg:pl-6">
        <JobKindChoice />
        <CurePanel />
        {practice && practice.sorting.length > 0 && (
          <FindingList title="Sorted" findings={practice.sorting} />
        )}
        <GatePanel station="listen" />
      </div>
    </main>
  );
}
