import { useMemo } from "react";
import { useNavigate } from "react-router";
import { throwSamplesAway } from "../features/begin/throw_away";
import { useBench } from "../state/bench_store";
import type { Action } from "../state/keys";
import { openSheet } from "../state/open_sheets";
import { flipTheme } from "../state/theme_now";
import { useUndoHere } from "../state/undo_here";
import { nextUnits } from "../state/units";
import { phrase } from "../words/phrase";

/** What can be done wherever one is. */
export function useEverywhere(): Action[] {
  const navigate = useNavigate();
  return useMemo(() => {
    const bench = () => useBench.getState();
    const here = () => useUndoHere.getState().here;
    const group = phrase("Everywhere");
    return [
      {
        id: "undo",
        does: phrase("undo"),
        also: phrase("take back"),
        keys: "ctrl+z",
        group,
        run: () => (here() ? here()?.undo?.() : bench().undo()),
      },
      {
        id: "redo",
        does: phrase("redo"),
        also: phrase("make again"),
        keys: "ctrl+shift+z",
        group,
        run: () => (here() ? here()?.redo?.() : bench().redo()),
      },
      {
        id: "units",
        does: phrase("units"),
        also: phrase("inches feet metric imperial pounds X"),
        keys: "u",
        group,
        run: nextUnits,
      },
      {
        id: "units-each",
        does: phrase("units, each by itself"),
        also: phrase("comma point fahrenheit celsius pounds kilograms grains inches"),
        keys: "",
        group,
        run: () => openSheet("units"),
      },
      {
        id: "theme",
        does: phrase("day or dusk theme"),
        also: phrase("dark light night glare"),
        keys: "",
        group,
        run: () => void flipTheme(),
      },
      { id: "palette", does: phrase("anything by name"), keys: "ctrl+k", group, run: () => openSheet("palette") },
      {
        id: "keys",
        does: phrase("these keys"),
        also: phrase("shortcuts keyboard"),
        keys: "?",
        group,
        run: () => openSheet("keys"),
      },
      {
        id: "start",
        does: phrase("start a rig for this water"),
        also: phrase("new rig make tie"),
        keys: "m",
        group,
        run: () => openSheet("start"),
      },
      {
        id: "find",
        does: phrase("find what to tie for this water"),
        also: phrase("best what to tie inverse search"),
        keys: "f",
        group,
        run: () => openSheet("find"),
      },
      {
        id: "ladder",
        does: phrase("ladder of the rig in hand"),
        also: phrase("which bead when table print"),
        keys: "l",
        group,
        run: () => openSheet("ladder"),
      },
      {
        id: "rerig",
        does: phrase("re-rig: the way to another rig"),
        also: phrase("second rod change over"),
        keys: "",
        group,
        run: () => openSheet("rerig"),
      },
      {
        id: "practice",
        does: phrase("practice: guess, then see it sink"),
        also: phrase("quiz exercise learn"),
        keys: "",
        group,
        run: () => openSheet("practice"),
      },
      {
        id: "account",
        does: phrase("account: password, archive, links, sign out"),
        also: phrase("settings backup export password privacy"),
        keys: "",
        group,
        run: () => openSheet("account"),
      },
      {
        id: "clubs",
        does: phrase("clubs: waters, rules, rigs and leaders shown to each other"),
        also: phrase("group share together members join code pool"),
        keys: "",
        group,
        run: () => openSheet("clubs"),
      },
      {
        id: "begin",
        does: phrase("begin with samples: a water, tackle, a rig"),
        also: phrase("demo example tutorial first"),
        keys: "",
        group,
        run: () => void navigate("/begin"),
      },
      {
        id: "samples-away",
        does: phrase("throw the samples away"),
        keys: "",
        group,
        run: () => void throwSamplesAway().then(() => window.location.reload()),
      },
      {
        id: "shopping",
        does: phrase("shopping list"),
        also: phrase("buy order list print"),
        keys: "",
        group,
        run: () => openSheet("shopping"),
      },
      {
        id: "rigs",
        does: phrase("your rigs"),
        also: phrase("library files export import share svg csv json"),
        keys: "",
        group,
        run: () => openSheet("rigs"),
      },
      {
        id: "help",
        does: phrase("help: this place, and what words mean"),
        also: phrase("glossary explain how"),
        keys: "h",
        group,
        run: () => openSheet("help"),
      },
      {
        id: "history",
        does: phrase("history of the rig in hand"),
        also: phrase("revisions versions compare restore"),
        keys: "",
        group,
        run: () => openSheet("history"),
      },
      {
        id: "tie",
        does: phrase("tie the rig in hand"),
        also: phrase("print card cut sheet knots"),
        keys: "",
        group,
        run: () => void navigate("/tie"),
      },
    ];
  }, [navigate]);
}
