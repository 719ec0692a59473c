import { Link } from "react-router";
import { useBank } from "../../state/bank";
import { useBench } from "../../state/bench_store";
import { phrase, rich } from "../../words/phrase";

/** Without a server: what is drawn is the rig as it was, what was changed waits; what went along is looked up in Fish. */
export function WaitsHere() {
  const lost = useBench((s) => s.lost);
  const waiting = useBench((s) => s.waiting.length);
  const rig = useBench((s) => s.saved?.rigId ?? "");
  const along = useBank((s) => s.kept?.pack.rigs.some((r) => r.id === rig) ?? false);
  if (!lost || waiting === 0) return null;
  return (
    <p
      role="status"
      className="absolute inset-x-2 top-2 z-10 rounded-s border border-ink bg-sheet px-3 py-2 text-[13px]"
    >
      {rich("{drawn} {waiting, plural, one {It waits} other {# changes wait}} for a signal.", {
        drawn: <b>{phrase("Drawn as it was before your change.")}</b>,
        waiting,
      })}{" "}
      {along ? (
        <>
          {phrase("What you took along is in")}{" "}
          <Link to="/fish" className="underline">
            {phrase("Fish")}
          </Link>
          {phrase(", with its depths.")}
        </>
      ) : (
        phrase("This rig was not taken along.")
      )}
    </p>
  );
}
