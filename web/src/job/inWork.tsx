import { useAttempt } from "../api/attempt";
import { stopTask, useWaited } from "../api/tasks";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";

/** How far the server is with what was asked, and a stop. */
export function InWork({ asked, words }: { asked: string; words: string }) {
  const task = useWaited(asked);
  const { refusal, attempt } = useAttempt();
  return (
    <div className="max-w-md" role="status">
      <p className="text-pale">{task?.doing ? `${task.doing} …` : words}</p>
      {task && (
        <div className="mt-2 flex items-center gap-4">
          <progress
            className="grow"
            aria-label={task.words}
            value={task.steps_done}
            max={task.steps || 1}
          />
          {task.may_stop && (
            <Button onClick={() => void attempt(() => stopTask(task))}>Stop</Button>
          )}
        </div>
      )}
      {refusal && <Alert>{refusal.message}</Alert>}
    </div>
  );
}
