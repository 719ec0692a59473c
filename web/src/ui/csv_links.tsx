import { phrase } from "../words/phrase";

type Props = { href: string; of?: string; className?: string };

/** A table as a file: with commas, and as spreadsheets with decimal commas read it. */
export function CsvLinks({ href, of = "", className = "hit content-center underline" }: Props) {
  const semicolons = phrase("{href}{includes}cells=semicolon", { href, includes: href.includes("?") ? "&" : "?" });
  const named = of ? `${of}, ` : "";
  return (
    <>
      <a className={className} href={href} download>
        {phrase("{named}CSV", { named })}
      </a>{" "}
      <a
        className={className}
        href={semicolons}
        download
        aria-label={phrase("{named}CSV with semicolons and decimal commas", { named })}
        title={phrase("Semicolons and decimal commas")}
      >
        {phrase("semicolons")}
      </a>
    </>
  );
}
