import { IntlMessageFormat } from "intl-messageformat";
import { createElement, Fragment, type ReactNode } from "react";

/** What the page came with where it is not to speak English: patterns by the English ones, and how the language is called. */
const given = globalThis.document?.getElementById("words")?.textContent;
const told: { language: string; screen: Record<string, string> } = given
  ? JSON.parse(given)
  : { language: "en", screen: {} };

type Values = Record<string, string | number | boolean | null | undefined>;

/** Counts stand without marks between their thousands: which mark a person reads by is theirs to choose. */
const formatters = {
  getNumberFormat: (...[locale, options]: ConstructorParameters<typeof Intl.NumberFormat>) =>
    new Intl.NumberFormat(locale, { ...options, useGrouping: false }),
  getDateTimeFormat: (...asked: ConstructorParameters<typeof Intl.DateTimeFormat>) => new Intl.DateTimeFormat(...asked),
  getPluralRules: (...asked: ConstructorParameters<typeof Intl.PluralRules>) => new Intl.PluralRules(...asked),
};

const made = new Map<string, IntlMessageFormat>();

/** A pattern in the page's language, read once; one that cannot be read is said in English. */
function pattern(english: string): IntlMessageFormat {
  const known = made.get(english);
  if (known) return known;
  const fresh = read(told.screen[english]) ?? read(english) ?? new IntlMessageFormat("");
  made.set(english, fresh);
  return fresh;
}

function read(text: string | undefined): IntlMessageFormat | null {
  if (text === undefined) return null;
  try {
    return new IntlMessageFormat(text, told.language, undefined, { formatters });
  } catch {
    return null;
  }
}

/** A pattern with what is put into it; where the page's language names something that is not there, in English. */
function put<T>(english: string, values: Record<string, unknown>): string | T | (string | T)[] {
  try {
    return pattern(english).format<T>(values as never);
  } catch {
    return read(english)?.format<T>(values as never) ?? english;
  }
}

/** Says something in the page's language. The English text is the name it is found by (docs/decisions/0038). */
export function phrase(english: string, values?: Values): string {
  if (!values) return told.screen[english] ?? english;
  return String(put(english, values));
}

/** The same with drawn parts in it: a word in bold, a button, a figure. */
export function rich(english: string, values: Record<string, ReactNode>): ReactNode {
  const parts = put<ReactNode>(english, values);
  return Array.isArray(parts) ? createElement(Fragment, null, ...parts) : parts;
}
