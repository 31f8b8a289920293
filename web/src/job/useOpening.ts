import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useEffect, useRef } from "react";
import { useAttempt } from "../api/attempt";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { keepJob } from "../api/queries";
import type { Job } from "../api/types";
import { pageOf } from "./stations";

/**
 * Goes to a job that a form opened, if the form is still looked at once the server has answered.
 * @param jobId - the job it is made from, or `NO_JOB`
 * @returns how to open it, why it was not, and what to say while it is on its way
 */
export function useOpening(jobId: number, onOpened?: () => void) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const { refusal, attempt } = useAttempt();
  const looked = useRef(true);
  useEffect(() => {
    looked.current = true;
    return () => {
      looked.current = false;
    };
  }, []);
  const onItsWay = useOnItsWay().filter(
    ({ write, state }) => write.base === "yard" && write.jobId === jobId && state !== "refused",
  );

  async function open(opened: Promise<Job>) {
    const job = await opened;
    keepJob(cache, job);
    if (!looked.current) return;
    onOpened?.();
    await navigate({ to: pageOf(job.station), params: { jobId: String(job.id) } });
  }

  return {
    refusal,
    open: (opened: Promise<Job>) => void attempt(() => open(opened)),
    busy: onItsWay.length > 0,
    says: onItsWay.some(({ state }) => state === "waiting")
      ? "Kept on this device. The job opens as soon as the server answers."
      : "",
  };
}
