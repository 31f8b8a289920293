import { Link, Outlet, useLocation } from "@tanstack/react-router";
import { Keyboard, LogOut, Moon, Sun } from "lucide-react";
import { useEffect, useState } from "react";
import { useSession } from "../api/queries";
import { useOutbox } from "../api/outbox/useOutbox";
import { SavingMark } from "../job/savingMark";
import { ConflictDialog } from "../job/conflictDialog";
import { FindDialog } from "./findDialog";
import { Opening } from "./opening";
import { KeysDialog } from "./keysDialog";
import { useKeys } from "../ui/keys";
import { SignIn } from "./signIn";
import { useFocusFollows } from "./useFocusFollows";
import { useForgotten, useSignOut } from "./useSignOut";
import { applyTheme, storedTheme } from "../ui/theme";

const ROOM =
  "flex min-h-11 items-center px-2 max-sheet:px-1 text-pale hover:text-ink [&.active]:text-ink [&.active]:underline [&.active]:underline-offset-8";

/** What every page stands in: the room names, the state of saving, and the keys. */
export function Shell() {
  const session = useSession();
  const [theme, setTheme] = useState(storedTheme);
  const [open, setOpen] = useState<"keys" | "find" | null>(null);
  const outbox = useOutbox();
  const username = session.data?.username;
  const [readFor, setReadFor] = useState<string>();
  useEffect(() => {
    if (username !== undefined) void outbox.open(username).then(() => setReadFor(username));
  }, [outbox, username]);
  useForgotten(session.data === null);
  useFocusFollows();
  useKeys({ "?": () => setOpen("keys"), "/": () => setOpen("find") });

  const { leaving, leave } = useSignOut();
  // Under the vehicle there is one step and nothing else.
  const inBay = useLocation({ select: ({ pathname }) => /^\/(bay|logger)\//.test(pathname) });

  if (leaving) return <p className="p-8 text-pale">Signing out …</p>;
  if (session.isPending) return <Opening />;
  // Without the server, who signed in here last still reads and writes on.
  if (session.data === undefined) return <p className="p-8 text-stop">{session.error?.message}</p>;
  if (session.data === null) return <SignIn />;

  function turnTheme() {
    const next = theme === "bay" ? "paper" : "bay";
    applyTheme(next);
    setTheme(next);
  }

  return (
    // Drawn anew in other units.
    <div
      key={session.data.units}
      className="mx-auto flex min-h-screen max-w-[1680px] flex-col px-4"
    >
      {!inBay && (
        <header className="flex min-h-11 flex-wrap items-center gap-x-5 text-sm max-sheet:gap-x-2">
          <span className="font-semibold tracking-wide max-sheet:sr-only">Calm Axle</span>
          <nav aria-label="Rooms" className="flex gap-1 max-sheet:gap-0">
            <Link to="/" activeOptions={{ exact: true }} className={ROOM}>
              Yard
            </Link>
            <Link to="/board" search={{}} className={ROOM}>
              Board
            </Link>
            <Link to="/racks" search={{}} className={ROOM}>
              Racks
            </Link>
            <Link to="/shop" className={ROOM}>
              Shop
            </Link>
            <Link
              to="/bench/$calculator"
              params={{ calculator: "bar" }}
              search={{}}
              className={ROOM}
            >
              Bench
            </Link>
          </nav>
          <SavingMark ready={readFor === username} />
          <Link
            to="/people"
            className="ml-auto hidden min-h-11 items-center text-pale hover:text-ink sheet:flex"
          >
            {session.data.name}, {session.data.role}
            <span className="hidden lg:inline">
              &nbsp;· {session.data.tablet || session.data.shop}
            </span>
          </Link>
          <div className="flex max-sheet:ml-auto">
            <IconButton label={theme === "bay" ? "Paper theme" : "Bay theme"} onClick={turnTheme}>
              {theme === "bay" ? <Sun size={18} /> : <Moon size={18} />}
            </IconButton>
            <IconButton label="Keys" onClick={() => setOpen("keys")}>
              <Keyboard size={18} />
            </IconButton>
            <IconButton label={session.data.tablet ? "Hand on" : "Sign out"} onClick={leave}>
              <LogOut size={18} />
            </IconButton>
          </div>
        </header>
      )}
      <Outlet />
      <KeysDialog open={open === "keys"} onClose={() => setOpen(null)} />
      <FindDialog
        open={open === "find"}
        onClose={() => setOpen(null)}
        settings={[
          {
            key: "theme",
            text: theme === "bay" ? "Paper theme" : "Bay theme",
            what: "setting",
            go: turnTheme,
          },
        ]}
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
