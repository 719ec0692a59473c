import { api, taken } from "../../api/client";
import { firstFault } from "../../model/faults";
import { say } from "../../ui/toast";
import { phrase } from "../../words/phrase";

/** Throws the samples away: what was changed of them, and every rig, stays. */
export async function throwSamplesAway(): Promise<void> {
  try {
    const gone = taken(await api.POST("/api/v1/samples/throw-away"));
    say(
      gone.changes + gone.waters > 0
        ? phrase(
            "The samples are gone: tackle, and {waters, plural, one {# water} other {# waters}} as they came. Your rigs stay.",
            { waters: gone.waters },
          )
        : phrase("There are no samples left."),
    );
  } catch (error) {
    say(firstFault(error));
  }
}
