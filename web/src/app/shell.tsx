import { useEffect, useRef, useState } from "react";
import { NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { signedOut } from "../api/client";
import { PLACES } from "../features/place_list";
import { bankOf } from "../state/bank";
import { useBench } from "../state/bench_store";
import { addressOf, namedBy } from "../state/in_hand_address";
import { useActions, useKeyboard } from "../state/keys";
import { addressSheets, followAddress, searchWith } from "../state/open_sheets";
import { useBook, useMe } from "../state/queries";
import { useSystem, useUnitsOfMine } from "../state/units";
import { useInHandAddress } from "../state/use_in_hand_address";
import { useRigInHand } from "../state/use_rig_in_hand";
import { Button } from "../ui/button";
import { Toasts } from "../ui/toast";
import { phrase, rich } from "../words/phrase";
import { useEverywhere } from "./everywhere";
import { useLater } from "./later";
import { NotShown } from "./not_shown";
import { Sheets } from "./sheets";
import { TopBar } from "./top_bar";

/** The rail of places, the two chips, and the place itself; on a phone the rail is a bar at the bottom. */
export function Shell() {
  const me = useMe();
  const id = me.data?.id;
  useUnitsOfMine(me.data);
  useEffect(() => {
    if (id) void bankOf(id);
  }, [id]);
  if (signedOut(me.error)) {
    return (
      <main className="mx-auto max-w-md p-8">
        <h1 className="text-xl font-bold">{"Jarana"}</h1>
        <p className="mt-3">
          {rich(
            "{a} with your mail address and password, or with the six digits your desk shows. Where Jarana runs on this machine, open the address that the start command printed; it signs you in.",
            {
              a: (
                <a className="underline" href="/enter">
                  {phrase("Come in")}
                </a>
              ),
            },
          )}
        </p>
      </main>
    );
  }
  return <SignedIn />;
}

function SignedIn() {
  const state = useRigInHand();
  const book = useBook();
  const system = useSystem();
  const { pathname } = useLocation();
  const needsWater = PLACES.every((place) => place.needsWater || !pathname.startsWith(place.to));
  const first = state === "no water" && needsWater;
  const [lost, setLost] = useState(false);
  const Begin = useLater(
    first,
    async () => (await import("./begin")).Begin,
    () => setLost(true),
  );
  useActions("everywhere", useEverywhere());
  useSheetAddress();
  useAskedAnew(pathname);
  const missing = useInHandAddress(state === "ready");
  useKeyboard();
  return (
    <div className="flex h-dvh flex-col-reverse lg:flex-row print:block print:h-auto">
      <PageTitle />
      <SkipLink />
      <nav
        aria-label={phrase("Places")}
        className="flex border-t border-rule bg-paper lg:w-[76px] lg:flex-col lg:border-t-0 lg:border-r print:hidden"
      >
        <p className="hidden px-2 py-[13px] text-center font-bold tracking-tight lg:block">{"Jarana"}</p>
        {PLACES.map(({ to, name, icon: Icon }) => (
          <NavLink
            key={to}
            to={addressNow(to)}
            className={({ isActive }) =>
              `flex flex-1 flex-col items-center gap-0.5 py-2.5 text-[13px] lg:flex-none ${
                isActive
                  ? "border-t-[3px] border-float font-bold text-ink lg:border-t-0 lg:border-l-[3px] lg:pr-[3px]"
                  : "border-t-[3px] border-transparent text-soft lg:border-t-0"
              }`
            }
          >
            <Icon />
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="flex min-h-0 min-w-0 flex-1 flex-col overflow-y-auto lg:overflow-hidden">
        <div
          className={`${pathname.startsWith("/fish") ? "max-lg:hidden" : ""} ${state === "no water" ? "" : "min-h-[56px] lg:min-h-[44px]"}`}
        >
          {book.data && system && state === "ready" ? <TopBar book={book.data} system={system} /> : null}
        </div>
        <div className={`min-w-0 flex-1 lg:min-h-0 ${pathname.startsWith("/fish") ? "overflow-y-auto" : ""}`}>
          {missing ? <NotThere about={missing} /> : null}
          {missing ? null : !first ? <Outlet /> : Begin ? <Begin /> : lost ? <NotShown /> : null}
        </div>
      </div>
      <Sheets />
      <Toasts />
    </div>
  );
}

/** What the window is called: what it is about, and the place. */
function PageTitle() {
  const { pathname } = useLocation();
  const rig = useBench((s) => s.docs?.rig?.name);
  const water = useBench((s) => s.docs?.water.name);
  const place = PLACES.find(({ to }) => pathname.startsWith(to));
  const about = namedBy(pathname)?.about;
  const named = about === "water" ? water : about === "rig" ? rig : undefined;
  return <title>{[named, place?.name, "Jarana"].filter(Boolean).join(" · ")}</title>;
}

/** The first thing a Tab reaches: past places and bar, to what the place is about. */
function SkipLink() {
  const skip = () => {
    const main = document.querySelector<HTMLElement>("main");
    if (!main) return;
    main.tabIndex = -1;
    main.focus();
  };
  return (
    <button
      type="button"
      onClick={skip}
      className="sr-only z-50 rounded-s border border-ink bg-sheet px-3 py-2 focus:not-sr-only focus:absolute focus:top-1 focus:left-1 print:hidden"
    >
      {phrase("Skip to what is here")}
    </button>
  );
}

/** The address of a place with the rig or water it would show. */
function addressNow(to: string): string {
  const { saved, docs } = useBench.getState();
  const id = namedBy(to)?.about === "water" ? docs?.water.id : saved?.rigId;
  return id ? addressOf(to, id) : to;
}

/** An address that names a rig or a water this person does not have. */
function NotThere({ about }: { about: "rig" | "water" }) {
  const navigate = useNavigate();
  return (
    <main className="p-6">
      <h1 className="text-xl font-bold">{phrase("There is no such {about} of yours", { about })}</h1>
      <p className="mt-2 mb-4 max-w-prose">{phrase("It was removed, or its address belongs to somebody else.")}</p>
      <Button strong onClick={() => void navigate(`/${about}`, { replace: true })}>
        {about === "rig" ? phrase("The rig in hand") : phrase("Today's water")}
      </Button>
    </main>
  );
}

/** Every sheet has an address, and Back closes what was opened. */
function useSheetAddress(): void {
  const navigate = useNavigate();
  const { search } = useLocation();
  useEffect(() => {
    addressSheets((open, over) => {
      const { pathname, search: now } = window.location;
      void navigate({ pathname, search: searchWith(now, open) }, { replace: over });
    });
    // Back may come before what was opened was drawn: the address itself says what is left open.
    const back = () => followAddress(window.location.search);
    window.addEventListener("popstate", back);
    return () => {
      addressSheets(null);
      window.removeEventListener("popstate", back);
    };
  }, [navigate]);
  useEffect(() => followAddress(search), [search]);
}

/**
 * An answer rests on more than rig and water: rules, drawer and one's own measures may have been changed in another place. Who comes
 * to the rig from there has it told anew.
 */
function useAskedAnew(pathname: string): void {
  const place = pathname.split("/")[1];
  const before = useRef(place);
  useEffect(() => {
    if (before.current === place) return;
    before.current = place;
    if (place === "rig") useBench.getState().again();
  }, [place]);
}
