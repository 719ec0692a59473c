import { useEffect, useRef, useState } from "react";
import { useLocation } from "react-router";
import type { Word } from "../../api/client";
import { WordFigure } from "../../drawings/word_figure";
import { foundWords } from "../../model/find_words";
import { openSheet, useSheets } from "../../state/open_sheets";
import { useAsked, useWords } from "../../state/words";
import { Button } from "../../ui/button";
import { SideSheet } from "../../ui/side_sheet";
import { phrase } from "../../words/phrase";
import { PLACES } from "../place_list";
import { PLACE_HELP, placeOf } from "./place_help";

/** What this place is for, what to do first, and what every word means. */
export function HelpSheet() {
  const open = useSheets((s) => s.open === "help");
  const close = () => {
    useAsked.setState({ word: "" });
    openSheet(null);
  };
  return (
    <SideSheet open={open} onClose={close} title={phrase("Help and words")} width="30rem">
      {open ? <Help /> : null}
    </SideSheet>
  );
}

function Help() {
  const place = placeOf(useLocation().pathname);
  const asked = useAsked((s) => s.word);
  const words = useWords();
  const [wanted, setWanted] = useState("");
  const help = PLACE_HELP[place];
  const name = PLACES.find((p) => p.to === `/${place}`)?.name ?? "";
  const all = words.data ?? [];
  const found = foundWords(all, wanted);
  const here = all.filter((w) => w.places?.includes(place));
  const one = all.find((w) => w.key === asked);
  const listed = wanted ? found : one ? [one, ...here.filter((w) => w !== one)] : here;
  return (
    <>
      {help && !one ? (
        <section aria-label={phrase("What {name} is for", { name })}>
          <p className="font-semibold">
            {name}: {help.does}
          </p>
          <ol className="mt-1 list-decimal pl-5 text-[14px]">
            {help.first.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ol>
          <p className="mt-2 flex flex-wrap gap-2">
            <Button onClick={() => openSheet("keys")}>{phrase("Keys")}</Button>
            <Button onClick={() => openSheet("palette")}>{phrase("Anything by name")}</Button>
          </p>
        </section>
      ) : null}
      <label className="mt-4 block">
        <span className="block text-[12px] text-soft">{phrase("What does a word mean?")}</span>
        <input
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          className="hit w-full rounded-s border border-edge bg-sheet px-2 "
        />
      </label>
      <h3 className="mt-3 text-[13px] font-semibold text-soft">
        {wanted
          ? phrase("{foundCount} of {allCount} words", { foundCount: found.length, allCount: all.length })
          : phrase("Words met in {name}", { name })}
      </h3>
      <dl aria-label={phrase("Words")}>
        {listed.map((word) => (
          <OneWord key={word.key} word={word} lit={word.key === asked} />
        ))}
      </dl>
      {wanted && words.data && found.length === 0 ? <p>{phrase("No word like that is explained here.")}</p> : null}
      {words.isError ? <p role="status">{phrase("The server does not answer; trying again.")}</p> : null}
    </>
  );
}

function OneWord({ word, lit }: { word: Word; lit: boolean }) {
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (lit) ref.current?.focus();
  }, [lit]);
  return (
    <div
      ref={ref}
      tabIndex={-1}
      className={`border-t border-hair py-2 ${lit ? "border-l-[3px] border-l-float pl-2 outline-none" : ""}`}
    >
      <dt className="font-semibold">{word.name}</dt>
      <dd className="text-[14px]">
        {word.text}
        {word.figure ? <WordFigure figure={word.figure} name={word.name} /> : null}
      </dd>
    </div>
  );
}
