import { useEffect, useState } from "react";
import { openSheet, useSheets } from "../state/open_sheets";
import { say } from "../ui/toast";
import { phrase } from "../words/phrase";
import { useLater } from "./later";

/** So long after the bench is there, the sheets are fetched though nobody asked: the first press finds them. */
const QUIET_MS = 2500;

/** The sheets: not on the way of what one comes for, there before they are wanted. */
export function Sheets() {
  const open = useSheets((s) => s.open !== null);
  const [quiet, setQuiet] = useState(false);
  useEffect(() => {
    const waits = setTimeout(() => setQuiet(true), QUIET_MS);
    return () => clearTimeout(waits);
  }, []);
  const Every = useLater(open || quiet, everySheet, () => {
    setQuiet(false);
    if (!useSheets.getState().open) return;
    openSheet(null);
    say(phrase("What you opened could not be fetched. Try again when there is a signal."));
  });
  useEffect(() => {
    if (Every) useSheets.setState({ here: true });
  }, [Every]);
  return Every ? <Every /> : null;
}

async function everySheet() {
  return (await import("./every_sheet")).EverySheet;
}
