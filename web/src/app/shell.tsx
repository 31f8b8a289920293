import { useQueryClient } from "@tanstack/react-query";
import { Link, Outlet } from "@tanstack/react-router";
import { Keyboard, LogOut, Moon, Sun } from "lucide-react";
import { useState } from "react";
import { answered, client } from "../api/client";
import { useSession } from "../api/queries";
import { useSaving } from "../api/writes";
import { ConflictDialog } from "./conflictDialog";
import { FindDialog } from "./findDialog";
import { KeysDialog } from "./keysDialog";
import { useKeys } from "./keys";
import { SignIn } from "./signIn";
import { applyTheme, storedTheme } from "./theme";

const ROOM =
  "flex min-h-11 items-center px-2 text-pale hover:text-ink [&.active]:text-ink [&.active]:underline [&.active]:underline-offset-8";

/** What every page stands in: the room names, the state of saving, and the keys. */
export function Shell() {
  const session = useSession();
  const [theme, setTheme] = useState(storedTheme);
  const [open, setOpen] = useState<"keys" | "find" | null>(null);
  useKeys({ "?": () => setOpen("keys"), "/": () => setOpen("find") });

  if (session.isPending) return <p className="p-8 text-pale">Opening …</p>;
  if (session.isError) return <p className="p-8 text-stop">{session.error.message}</p>;
  if (session.data === null) return <SignIn />;

  function turnTheme() {
    const next = theme === "bay" ? "paper" : "bay";
    applyTheme(next);
    setTheme(next);
  }

  return (
    <div className="mx-auto flex min-h-screen max-w-[1680px] flex-col px-4">
      <header className="flex h-11 items-center gap-5 text-sm">
        <span className="font-semibold tracking-wide">Calm Axle</span>
        <nav aria-label="Rooms" className="flex gap-1">
          <Link to="/" activeOptions={{ exact: true }} className={ROOM}>
            Yard
          </Link>
          <Link to="/racks" search={{}} className={ROOM}>
            Racks
          </Link>
          <Link to="/bench/$calculator" params={{ calculator: "bar" }} search={{}} className={ROOM}>
            Bench
          </Link>
        </nav>
        <SavingMark />
        <span className="ml-auto hidden text-pale sm:inline">
          {session.data.name}, {session.data.role} · {session.data.shop}
        </span>
        <div className="flex max-sm:ml-auto">
          <IconButton label={theme === "bay" ? "Paper theme" : "Bay theme"} onClick={turnTheme}>
            {theme === "bay" ? <Sun size={18} /> : <Moon size={18} />}
          </IconButton>
          <IconButton label="Keys" onClick={() => setOpen("keys")}>
            <Keyboard size={18} />
          </IconButton>
          <SignOut />
        </div>
      </header>
      <Outlet />
      <KeysDialog open={open === "keys"} onClose={() => setOpen(null)} />
      <FindDialog
        open={open === "find"}
        onClose={() => setOpen(null)}
        settings={[{ name: theme === "bay" ? "Paper theme" : "Bay theme", change: turnTheme }]}
      />
      <ConflictDialog />
    </div>
  );
}

type IconButtonProps = { label: string; onClick: () => void; children: React.ReactNode };

function IconButton({ label, onClick, children }: IconButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      onClick={onClick}
      className="grid size-11 place-items-center text-pale hover:text-ink"
    >
      {children}
    </button>
  );
}

function SignOut() {
  const cache = useQueryClient();
  async function leave() {
    await answered(client.DELETE("/api/session"));
    // Nothing of this shop may stay behind for whoever signs in next.
    cache.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== "session" });
    cache.setQueryData(["session"], null);
  }
  return (
    <IconButton label="Sign out" onClick={() => void leave()}>
      <LogOut size={18} />
    </IconButton>
  );
}

function SavingMark() {
  const { state, message } = useSaving();
  const text = { saved: "Saved", saving: "Saving …", failed: `Not saved. ${message}` }[state];
  return (
    <span role="status" className={`text-[13px] ${state === "failed" ? "text-stop" : "text-pale"}`}>
      {text}
    </span>
  );
}
