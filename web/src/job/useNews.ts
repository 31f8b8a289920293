import { queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { bayKey } from "../api/bay";
import { answered, client } from "../api/client";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { versionOf } from "../api/outbox/outbox";
import type { Paper } from "../api/outbox/write";
import { jobKey, newsKey, useSession } from "../api/queries";
import type { Job, News } from "../api/types";

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

/**
 * Follow what is done under a job's vehicle, by whomever: it is read anew.
 * @param known - version that was read; none while it is still being read
 */
export function useWorkNews(jobId: number, known: number | undefined): void {
  const cache = useQueryClient();
  const version = useQuery(newsQuery(jobId)).data?.work_version;
  const moved = version !== undefined && known !== undefined && version > known;
  useEffect(() => {
    if (moved) void cache.invalidateQueries({ queryKey: bayKey(jobId) });
  }, [cache, jobId, moved, version]);
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
