import { useLead } from "../api/session";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useBoardWrites } from "../api/board";
import type { BoardView, Placing } from "../api/types";
import { grouped } from "../drawings/quantity";
import { calendarDay } from "../job/days";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Fact, Facts } from "../ui/facts";
import { Pick } from "../ui/pick";
import { beginsAt, proposedAt, standsAt, whyLate } from "./lanes";

/** One job of the board: what it takes, where it stands, and pinning it by hand. */
export function JobOnBoard({ board, job }: { board: BoardView; job: Placing }) {
  const { putOn, takeOff, unpin } = useBoardWrites();
  const { refusal, attempt } = useAttempt();
  const lead = useLead();
  const [now, then] = [standsAt(board, job), proposedAt(board, job)];
  const late = whyLate(board, job);
  const facts: [string, string][] = [
    ["Takes", `${grouped(job.hours, 1)} h in eight of ten cases, ${job.people} at work`],
    [
      "With others",
      job.away ? `${job.away} working ${job.away === 1 ? "day" : "days"} after that` : "",
    ],
    ["Parts here", calendarDay(job.earliest)],
    ["Promised", job.due_on ? calendarDay(job.due_on) : "no day"],
    ["Stands", now ? `${now.bay}, ${beginsAt(board, now)}` : "nowhere yet"],
    ["Proposed", then ? `${then.bay}, ${beginsAt(board, then)}` : "nowhere"],
  ];
  return (
    <section aria-label="Job on the board" className="mb-4 text-sm">
      <h2 className="text-base font-semibold">
        <Link
          to="/jobs/$jobId/build"
          params={{ jobId: String(job.job_id) }}
          className="underline underline-offset-4"
        >
          {job.name}
        </Link>{" "}
        <span className="font-normal text-pale">job {job.number}</span>
      </h2>
      {late && <p className="text-stop">Late: {late}</p>}
      {job.too_soon && <p className="text-stop">{job.too_soon}</p>}
      <Facts>
        {facts.map(
          ([name, said]) =>
            said && (
              <Fact key={name} name={name}>
                {said}
              </Fact>
            ),
        )}
      </Facts>
      {lead && (
        <>
          <PinForm board={board} job={job} attempt={attempt} />
          <div className="mt-2 flex flex-wrap gap-2">
            {job.pinned && (
              <Button onClick={() => void attempt(() => unpin(job.job_id, job.name))}>
                Let it move again
              </Button>
            )}
            <Button onClick={() => void attempt(() => putOn(job.job_id, job.name))}>
              Take its plan&rsquo;s hours again
            </Button>
            <Button onClick={() => void attempt(() => takeOff(job.job_id, job.name))}>
              Take it off
            </Button>
          </div>
        </>
      )}
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}

type PinFormProps = {
  board: BoardView;
  job: Placing;
  attempt: ReturnType<typeof useAttempt>["attempt"];
};

/** Where a lead wants it, whatever is proposed. */
function PinForm({ board, job, attempt }: PinFormProps) {
  const { pin } = useBoardWrites();
  const start = standsAt(board, job) ?? proposedAt(board, job);
  const [bay, setBay] = useState(start?.bay ?? board.bays[0]?.name ?? "");
  const [day, setDay] = useState(
    board.days[Math.floor((start?.from ?? 0) / board.open_hours)] ?? board.days[0] ?? "",
  );
  const [hour, setHour] = useState(String((start?.from ?? 0) % board.open_hours));
  const bayId = board.bays.find(({ name }) => name === bay)?.id;
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <Pick
        label="Bay"
        value={bay}
        options={board.bays.map(({ name }) => ({ value: name, text: name }))}
        onChange={setBay}
      />
      <Pick
        label="Day"
        value={day}
        options={board.days.map((value) => ({ value, text: calendarDay(value) }))}
        onChange={setDay}
      />
      <Pick
        label="Hours after opening"
        value={hour}
        options={Array.from({ length: board.open_hours }, (_, i) => ({
          value: String(i),
          text: String(i),
        }))}
        onChange={setHour}
      />
      <Button
        disabled={bayId === undefined}
        onClick={() =>
          void attempt(() =>
            pin(job.job_id, job.name, { bay_id: bayId ?? 0, day, hour: Number(hour) }),
          )
        }
      >
        Pin it there
      </Button>
    </div>
  );
}
