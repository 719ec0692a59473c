import { phrase } from "../../words/phrase";
/** What a place is for, and what one does there first. */
export type PlaceHelp = { does: string; first: readonly string[] };

export const PLACE_HELP: Record<string, PlaceHelp> = {
  water: {
    does: phrase("The water of today: everything is worked out for it."),
    first: [
      phrase("Pace it: a leaf over a known distance, three times."),
      phrase("Sound it where they hold, or say that it is not known."),
      phrase("Say where they sit: on the stones, so far up, or from the surface."),
    ],
  },
  rig: {
    does: phrase("The rig in hand, and how deep every fly of it is, when, and why."),
    first: [
      phrase("Pick a fly, a knot or a piece of line, and change it where it is; the tank follows."),
      phrase("Red readings ask for something: open one, and take what it offers."),
      phrase("Find looks for the best of what you own; the ladder says which bead when."),
    ],
  },
  tie: {
    does: phrase("What to cut and in which order to tie it; what it holds."),
    first: [
      phrase("Work down the line, tick off what is done."),
      phrase("Press a knot for how it is tied."),
      phrase("It is tied: line, flies, shot and leader leave the drawer."),
    ],
  },
  fish: {
    does: phrase("Along at the water, without a signal: where the flies are now, what happened, what to change next."),
    first: [
      phrase("Take it along at home, while there is a signal."),
      phrase("Flies down when they land; then one tap for how the drift ended, or several at once."),
      phrase("Next says what to change, why and what it costs. Not now is an answer."),
    ],
  },
  learn: {
    does: phrase("What your log taught: what is different from what was written, and how sure that is."),
    first: [
      phrase("Open an outing, or ask the log a question."),
      phrase("What was learnt counts in the tank; one press shows the figure without it."),
      phrase("Practice: guess first, then see it sink."),
    ],
  },
  tackle: {
    does: phrase("Everything you own; rigs are made of it."),
    first: [
      phrase("Add from the tables, type over it, or bring a file in."),
      phrase("Measured is better than labelled: a micrometer, a scale, a jar."),
      phrase("Keep says when a thing goes on the shopping list."),
    ],
  },
};

/** The place an address is in. */
export function placeOf(pathname: string): string {
  const first = pathname.split("/")[1] ?? "";
  return first in PLACE_HELP ? first : "rig";
}
