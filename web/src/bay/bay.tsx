import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useRef } from "react";
import { useBay } from "../api/bay";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { useJob } from "../api/queries";
import { SavingMark } from "../job/savingMark";
import { StorageLine } from "../job/storageLine";
import { useWorkNews } from "../job/useNews";
import { useKeys } from "../ui/keys";
import { Bands } from "./bands";
import { StepFace } from "./stepFace";
import { PlanMoved } from "./planMoved";
import { firstOpen, freeOf, placesSent, standingOf } from "./standing";
import { Stops } from "./stops";
import { useBayFace } from "./useBayFace";

/** How far a finger moves before it turns the step [px]. */
const SWIPE_PX = 80;

/** Build as a fitter sees it under the vehicle: one step at a time, with the network or without. */
export function Bay() {
  const { jobId } = useParams({ from: "/bay/$jobId" });
  const id = Number(jobId);
  const { step: asked } = useSearch({ from: "/bay/$jobId" });
  const bay = useBay(id);
  const job = useJob(id);
  const navigate = useNavigate();
  const sent = placesSent(useOnItsWay(), id);
  const swiped = useRef(0);
  useBayFace();
  const standing = bay.data ? standingOf(bay.data, sent) : [];
  const found = standing.findIndex(({ step }) => step.key === asked);
  const at = found < 0 ? firstOpen(standing) : found;
  const here = standing[at];
  const others = useWorkNews(id, here?.step.key);
  const open = (key: string | undefined) =>
    void navigate({ to: "/bay/$jobId", params: { jobId }, search: { step: key }, replace: true });
  const turn = (by: number) => open(standing[at + by]?.step.key ?? here?.step.key);
  // What is done shows where the next open one is that nobody else has in hand.
  const onward = () => open(freeOf(standing, here?.step.key, others));
  useKeys({ PageUp: () => turn(-1), ArrowLeft: () => turn(-1), ArrowRight: () => turn(1) });

  return (
    <main
      className="mx-auto flex min-h-screen w-full max-w-3xl flex-col px-4 pb-4"
      onPointerDown={({ clientX }) => (swiped.current = clientX)}
      onPointerUp={({ clientX, target }) => {
        const moved = clientX - swiped.current;
        // A hand that signs, types or slides turns no step.
        const held = target instanceof Element && target.closest("input, select, [data-held]");
        if (held || Math.abs(moved) < SWIPE_PX) return;
        turn(moved < 0 ? 1 : -1);
      }}
    >
      <title>{`${bay.data?.name ?? "Bay"} · Calm Axle`}</title>
      <header className="flex min-h-14 items-center gap-4 text-sm">
        <Link
          to="/jobs/$jobId/build"
          params={{ jobId }}
          className="flex min-h-14 items-center underline underline-offset-4"
        >
          {bay.data?.name ?? "Job"}
        </Link>
        <SavingMark ready />
        <span className="ml-auto text-pale tabular-nums">
          {standing.length > 0 && `${at + 1} of ${standing.length}`}
        </span>
      </header>
      <StorageLine />
      {bay.data && here ? (
        <>
          <PlanMoved bay={bay.data} onOpen={open} />
          <Stops stops={bay.data.progress.stops} jobId={id} />
          <Bands standing={standing} at={at} />
          <StepFace
            key={here.step.key}
            bay={bay.data}
            standing={here}
            sheet={job.data?.sheet}
            others={others.filter(({ step }) => step === here.step.key)}
            then={standing[at + 1]?.step.what}
            onOpen={open}
            onDone={onward}
            onBack={() => turn(-1)}
          />
        </>
      ) : (
        <p className="py-6">{bay.error?.message ?? "Opening …"}</p>
      )}
    </main>
  );
}
