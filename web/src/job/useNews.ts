import { queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { bayKey, takeInHand } from "../api/bay";
import { answered, client } from "../api/client";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { versionOf } from "../api/outbox/outbox";
import type { Paper } from "../api/outbox/write";
import { useWritable } from "../api/session";
import { jobKey, newsKey, useSession } from "../api/queries";
import type { BayWork, InHand, Job, News } from "../api/types";

/** How soon what others write is seen; a question of a millisecond, so that no page holds a thread. */
const ASK_EVERY_MS = 1500;
const SHOWN_FOR_MS = 6000;

const newsQuery = (jobId: number) =>
  queryOptions({
    queryKey: newsKey(jobId),
    queryFn: () =>
      answered(client.GET("/api/jobs/{job_id}/news", { params: { path: { job_id: jobId } } })),
    refetchInterval: ASK_EVERY_MS,
    retry: false,
    gcTime: 0,
  });

/** A device says anew what it has in hand, long before the server takes it for silent. */
const HAND_AGAIN_MS = 60_000;

/**
 * Follow what is done under a job's vehicle, by whomever: it is read anew, and so is the plan when a
 * paper behind it changes. Says which step is before this person, and returns what others have.
 * @param step - key of the step that is before this person; none while it is still being read
 */
export function useWorkNews(jobId: number, step: string | undefined): InHand[] {
  const cache = useQueryClient();
  const me = useSession().data?.username;
  const news = useQuery(newsQuery(jobId)).data;
  const bay = cache.getQueryData<BayWork>(bayKey(jobId));
  const papers = news && [news.line_version, ...news.last.map(({ version }) => version)].join();
  const seen = useRef(papers);
  const moved = news && bay ? news.work_version > bay.work_version : false;
  useEffect(() => {
    const replanned = seen.current !== undefined && papers !== seen.current;
    seen.current = papers;
    if (moved || replanned) void cache.invalidateQueries({ queryKey: bayKey(jobId) });
  }, [cache, jobId, moved, papers]);
  const writable = useWritable();
  useEffect(() => {
    if (step === undefined || !writable) return;
    const say = () => void (document.visibilityState === "visible" && takeInHand(jobId, step));
    say();
    const again = window.setInterval(say, HAND_AGAIN_MS);
    return () => window.clearInterval(again);
  }, [jobId, step, writable]);
  return news?.in_hand.filter(({ username }) => username !== me) ?? [];
}

/** What somebody else just wrote. */
export type Seen = News["last"][number];

/**
 * Follow what others write on a job: the job is read anew, and who wrote where is shown for some
 * seconds.
 */
export function useNews(job: Job | undefined): Seen[] {
  const cache = useQueryClient();
  const me = useSession().data?.username;
  const busy = useOnItsWay().some(({ write }) => write.jobId === job?.id);
  const [shown, setShown] = useState<{ key: string; seen: Seen[] }>({ key: "", seen: [] });
  const news = useQuery({ ...newsQuery(job?.id ?? 0), enabled: job !== undefined && !busy }).data;
  const newer = job && news && !busy ? newerThan(job, news) : [];
  const moved = Boolean(job && news && !busy && news.line_version > job.line_version);
  const key = newer.map(({ paper, version }) => `${paper} ${version}`).join();
  if (key !== "" && key !== shown.key) {
    setShown({ key, seen: newer.filter(({ username }) => username !== me) });
  }

  const jobId = job?.id;
  useEffect(() => {
    if (jobId !== undefined && (key !== "" || moved))
      void cache.invalidateQueries({ queryKey: jobKey(jobId) });
  }, [cache, jobId, key, moved]);
  useEffect(() => {
    if (shown.seen.length === 0) return;
    const gone = window.setTimeout(() => setShown({ ...shown, seen: [] }), SHOWN_FOR_MS);
    return () => window.clearTimeout(gone);
  }, [shown]);

  return shown.seen;
}

/** Papers that somebody has written on since this job was read. */
function newerThan(job: Job, news: News): Seen[] {
  return news.last.filter(({ paper, version }) => version > versionOf(job, paper as Paper));
}
