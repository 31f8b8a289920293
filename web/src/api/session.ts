import { useSession } from "./queries";

/** Whether the person signed in may change records. */
export function useWritable(): boolean {
  return useSession().data?.may_write ?? false;
}
