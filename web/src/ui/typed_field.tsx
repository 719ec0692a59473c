import { Minus, Plus } from "lucide-react";
import { useEffect, useId, useRef, useState } from "react";

type Step = { label: string; run: () => void };
/** What was typed, and the value it stood for once it was answered. */
type Kept = { typed: string; shown: string | null };
type Props = {
  label: string;
  /** The value as it is written when nobody types. */
  shown: string;
  /** Takes what was typed; the answer comes back as a new `shown` or as `fault`. */
  onCommit: (text: string) => void;
  fault?: string | undefined;
  onTouched?: (() => void) | undefined;
  less?: Step | undefined;
  more?: Step | undefined;
  width?: string;
  /** Whether an empty text is an answer too. */
  empty?: boolean;
  /** Words, not a figure: set as text. */
  plain?: boolean;
  /** What might be typed, while there is nothing. */
  hint?: string;
};

/**
 * A figure that can be typed in any unit. What was typed stays as it was typed until the value changes elsewhere; what
 * is still being typed is never taken away by an answer that arrives meanwhile.
 */
export function TypedField({
  label,
  shown,
  onCommit,
  fault,
  onTouched,
  less,
  more,
  width = "w-24",
  empty,
  plain,
  hint,
}: Props) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const [kept, setKept] = useState<Kept | null>(null);
  const last = useRef(shown);
  useEffect(() => {
    if (shown !== last.current) {
      last.current = shown;
      setKept((k) => (k && k.shown === null ? { ...k, shown } : k && k.shown === shown ? k : null));
    }
  }, [shown]);
  const refused = Boolean(fault);
  // What was refused stands until it is touched, or until the refusal itself is withdrawn (undo).
  const refusedText = useRef<Kept | null>(null);
  useEffect(() => {
    if (refused) {
      setKept((k) => {
        refusedText.current = k;
        return k;
      });
    } else {
      const gone = refusedText.current;
      refusedText.current = null;
      if (gone) setKept((k) => (k === gone ? null : k));
    }
  }, [refused]);
  const value = draft ?? (kept && (kept.shown === null || kept.shown === shown) ? kept.typed : shown);
  const commit = () => {
    const nothing = draft?.trim() === "" && !empty;
    if (draft === null || nothing || draft === value_before()) {
      if (nothing) setDraft(null);
      return;
    }
    setKept({ typed: draft.trim(), shown: null });
    setDraft(null);
    onCommit(draft.trim());
  };
  const value_before = () => (kept && kept.shown === shown ? kept.typed : shown);
  const step = (action: Step) => () => {
    setDraft(null);
    setKept(null);
    onTouched?.();
    action.run();
  };
  return (
    <div className="relative">
      <label htmlFor={id} className="block text-[12px] text-soft">
        {label}
      </label>
      <div
        className={`flex items-stretch rounded-s border bg-sheet ${refused ? "border-float" : "border-edge"} ${width} ${less || more ? "min-w-[calc(2*var(--target)+4.6rem)]" : ""}`}
      >
        {less ? (
          <button
            type="button"
            aria-label={less.label}
            onClick={step(less)}
            className="grid shrink-0 place-items-center"
          >
            <Minus size={14} aria-hidden />
          </button>
        ) : null}
        <input
          id={id}
          value={value}
          placeholder={hint}
          inputMode="text"
          autoComplete="off"
          spellCheck={false}
          aria-invalid={refused}
          aria-describedby={refused ? `${id}-fault` : undefined}
          className={`hit w-full min-w-0 bg-transparent outline-offset-[-2px] ${plain ? "px-2" : "figure px-1 text-center"}`}
          onFocus={(event) => event.currentTarget.select()}
          onChange={(event) => {
            setDraft(event.target.value);
            if (refused) onTouched?.();
          }}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === "Enter") commit();
            if (event.key === "Escape" && draft !== null) {
              event.stopPropagation();
              setDraft(null);
              setKept(null);
              onTouched?.();
            }
          }}
        />
        {more ? (
          <button
            type="button"
            aria-label={more.label}
            onClick={step(more)}
            className="grid shrink-0 place-items-center"
          >
            <Plus size={14} aria-hidden />
          </button>
        ) : null}
      </div>
      {refused ? (
        <p
          id={`${id}-fault`}
          role="alert"
          className="absolute z-30 mt-1 w-64 rounded-s border border-float bg-sheet px-2 py-1 text-[12px] text-float"
        >
          {fault}
        </p>
      ) : null}
    </div>
  );
}
