import { useContext, useEffect, useRef, useState } from "react";
import { UNSAFE_DataRouterStateContext as RouterState, useLocation, useNavigate } from "react-router";
import { api, taken } from "../api/client";
import { useBench } from "./bench_store";
import { addressOf, type Named, namedBy } from "./in_hand_address";
import { saveRig } from "./use_keep_rig";
import { takeInHand } from "./use_rig_in_hand";

/** The rig or the water that is in hand. */
function held(about: Named["about"]): string | null {
  const { saved, docs } = useBench.getState();
  return (about === "rig" ? saved?.rigId : docs?.water.id) ?? null;
}

/**
 * The address says which rig or water a place shows: going to another address takes that one in hand, taking another in
 * hand goes to its address. Returns what an address names that is not there.
 */
export function useInHandAddress(ready: boolean): Named["about"] | null {
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const rig = useBench((s) => s.saved?.rigId);
  const water = useBench((s) => s.docs?.water.id);
  const [missing, setMissing] = useState<string | null>(null);
  const taking = useRef<string | null>(null);
  // A place that was pressed and is still being fetched is gone to: no address is written over it.
  const going = useContext(RouterState)?.navigation.state === "loading";

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new path is a new address to follow
  useEffect(() => {
    const goTo = (id: string, instead: boolean) =>
      void navigate(
        { pathname: addressOf(window.location.pathname, id), search: window.location.search },
        { replace: instead },
      );
    /** Takes in hand what an address names; an address that names nothing gets the name of what is in hand. */
    const follow = () => {
      const path = window.location.pathname;
      const named = namedBy(path);
      if (!ready || going || !named || taking.current === path) return;
      const now = held(named.about);
      if (!named.id) {
        if (now) goTo(now, true);
        return;
      }
      setMissing(null);
      if (named.id === now) return;
      taking.current = path;
      take(named.about, named.id)
        .then(
          (found) => {
            if (!found) setMissing(path);
          },
          (error: Error) => {
            useBench.getState().tell(error.message);
            if (now) goTo(now, true);
          },
        )
        .finally(() => {
          taking.current = null;
        });
    };
    follow();
    // Back may come before what was gone to was drawn: the address itself says where one is.
    window.addEventListener("popstate", follow);
    return () => window.removeEventListener("popstate", follow);
  }, [ready, going, pathname, navigate]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another rig or water in hand is another address
  useEffect(() => {
    const path = window.location.pathname;
    const named = namedBy(path);
    const now = named && held(named.about);
    if (!ready || !named?.id || !now || named.id === now || taking.current) return;
    void navigate({ pathname: addressOf(path, now), search: window.location.search });
  }, [rig, water]);
  const named = namedBy(pathname);
  return missing === pathname && named ? named.about : null;
}

/** Takes a rig or a water in hand; false when there is none of one's own. What is in hand is kept first. */
async function take(about: Named["about"], id: string): Promise<boolean> {
  if (about === "rig") {
    await saveRig();
    const answer = await api.GET("/api/v1/rigs/{rig_id}", { params: { path: { rig_id: id } } });
    if (answer.response.status === 404) return false;
    takeInHand(taken(answer));
    return true;
  }
  const { reaches } = taken(await api.GET("/api/v1/reaches"));
  const row = reaches.find((r) => r.reach.id === id);
  if (row) useBench.getState().setWater(row.reach, row.number);
  return row !== undefined;
}
