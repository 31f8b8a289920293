import { useSession } from "./queries";

/** Whether the person signed in is a lead. */
export function useLead(): boolean {
  return useSession().data?.role === "lead";
}

/** Whether the person signed in may change records. */
export function useWritable(): boolean {
  return useSession().data?.may_write ?? false;
}
