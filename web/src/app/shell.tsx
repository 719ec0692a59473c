import { NavLink, Outlet } from "react-router";
import { Refused } from "../api/client";
import { RigIcon } from "../drawings/place_icons";
import { useMe } from "./queries";

const PLACES = [{ to: "/rig", name: "Rig", icon: RigIcon }];

/** The rail of places and the place itself; on a phone the rail is a bar at the bottom. */
export function Shell() {
  const me = useMe();
  if (me.error instanceof Refused && me.error.status === 401) {
    return (
      <main className="mx-auto max-w-md p-8">
        <h1 className="text-xl font-bold">Jarana</h1>
        <p className="mt-3">Open the address that the start command printed; it signs you in.</p>
      </main>
    );
  }
  return (
    <div className="flex min-h-dvh flex-col-reverse lg:h-dvh lg:flex-row">
      <nav
        aria-label="Places"
        className="sticky bottom-0 z-20 flex border-t border-rule bg-paper lg:static lg:w-[76px] lg:flex-col lg:border-t-0 lg:border-r"
      >
        <p className="hidden px-2 py-[13px] text-center font-bold tracking-tight lg:block">Jarana</p>
        {PLACES.map(({ to, name, icon: Icon }) => (
          <NavLink
            key={to}
            to={to}
            className={({ isActive }) =>
              `flex flex-1 flex-col items-center gap-0.5 py-2.5 text-[13px] lg:flex-none ${
                isActive
                  ? "border-t-[3px] border-float font-bold text-ink lg:border-t-0 lg:border-l-[3px] lg:pr-[3px]"
                  : "text-soft"
              }`
            }
          >
            <Icon />
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="min-w-0 flex-1">
        <Outlet />
      </div>
    </div>
  );
}
