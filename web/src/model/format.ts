import type { UnitRule, UnitSystem } from "../api/client";
import { phrase } from "../words/phrase";

/** A figure ready to be read: digits, and its unit apart. */
export type Figure = { digits: string; unit: string };

export type Kind =
  | "length"
  | "pull"
  | "short"
  | "travel"
  | "near"
  | "depth"
  | "diameter"
  | "bead"
  | "force"
  | "fish"
  | "fly_mass"
  | "speed"
  | "temperature"
  | "wind"
  | "tag"
  | "sink"
  | "mg";

/** Writes an SI value by a rule the server sent; the numbers of every unit live on the server. */
export function figure(system: UnitSystem, kind: Kind, si: number): Figure {
  const rule = system.rules[kind];
  if (!rule) return { digits: String(si), unit: "" };
  const value = (si + rule.offset) * rule.factor;
  if (rule.form === "feet_inches") return { digits: feetInches(value * 12), unit: "" };
  if (rule.form === "sixty_fourths") return { digits: partOfInch(value), unit: "" };
  if (rule.form === "x") return { digits: marked(system, xNumber(value)), unit: "" };
  return { digits: marked(system, minus(value.toFixed(places(rule, value)))), unit: rule.unit };
}

export function text(system: UnitSystem, kind: Kind, si: number): string {
  const from = system.rules[kind]?.length_from ?? null;
  const { digits, unit } = figure(system, from !== null && Math.abs(si) >= from ? "length" : kind, si);
  return unit ? `${digits} ${unit}` : digits;
}

/** What buttons add where units that were kept before they told it say nothing. */
const STEPS: Partial<Record<Kind, number>> = {
  length: 0.1,
  short: 0.05,
  depth: 0.05,
  travel: 0.5,
  speed: 0.05,
  temperature: 1,
};

/** What a press of a button or of an arrow key adds to a kind of figure, SI: round in the person's unit. */
export function stepOf(system: UnitSystem, kind: Kind): number {
  return system.rules[kind]?.step || (STEPS[kind] ?? 0);
}

/** A number that is the same in all units, with the person's decimal mark. */
export function number(system: UnitSystem, value: number, decimals: number): string {
  return marked(system, minus(value.toFixed(decimals)));
}

function marked(system: UnitSystem, digits: string): string {
  return system.mark === "," ? digits.replace(".", ",") : digits;
}

function places(rule: UnitRule, value: number): number {
  const off = Math.abs(Number(value.toFixed(2)) - value);
  return rule.unit === "mm" && rule.decimals === 2 && off > 0.0015 ? 3 : rule.decimals;
}

function minus(digits: string): string {
  return (Number(digits) === 0 ? digits.replace("-", "") : digits).replace("-", "−");
}

/** Inches as feet and inches to the nearest quarter: 20 → 1′ 8″. */
function feetInches(inches: number): string {
  const quarters = Math.floor(Math.abs(inches) * 4 + 0.5);
  const feet = Math.floor(quarters / 48);
  const rest = quarters % 48;
  const whole = Math.floor(rest / 4);
  const part = ["", "¼", "½", "¾"][rest % 4] ?? "";
  const sign = inches < 0 && quarters ? "−" : "";
  const small = `${whole || (part ? "" : 0)}${part}″`;
  if (!feet) return sign + small;
  return sign + (rest ? `${feet}′ ${small}` : `${feet}′`);
}

/** Inches to the nearest 64th, shortened: 1/8″, 7/64″, 1 1/4″. */
function partOfInch(inches: number): string {
  const parts = Math.floor(Math.abs(inches) * 64 + 0.5);
  let [rest, of] = [parts % 64, 64];
  while (rest > 0 && rest % 2 === 0) [rest, of] = [rest / 2, of / 2];
  const told = [Math.floor(parts / 64) || "", rest ? `${rest}/${of}` : ""].filter(Boolean).join(" ");
  return `${inches < 0 && parts ? "−" : ""}${told || "0"}″`;
}

/** Tenths of X: what is stouter than 04X nobody tells in X. */
const STOUTEST_X = -40;

/** Inches as people say it in X: 0.006 → 5X, 0.0055 → 5½X, 0.012 → 01X; what is stouter than 04X stays in inches. */
function xNumber(inches: number): string {
  const tenths = Math.floor((0.011 - inches) * 10000 + 0.5);
  if (tenths < STOUTEST_X) return phrase("{inches} in", { inches: inches.toFixed(3) });
  const whole = Math.floor(Math.abs(tenths) / 10);
  const part = Math.abs(tenths) % 10;
  const said = part === 0 ? `${whole}` : part === 5 ? `${whole}½` : `${whole}.${part}`;
  if (tenths < 0) return `0${said}X`;
  return part === 5 && whole === 0 ? "½X" : `${said}X`;
}
