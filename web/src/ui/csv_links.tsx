type Props = { href: string; of?: string; className?: string };

/** A table as a file: with commas, and as spreadsheets with decimal commas read it. */
export function CsvLinks({ href, of = "", className = "min-h-8 content-center underline" }: Props) {
  const semicolons = `${href}${href.includes("?") ? "&" : "?"}cells=semicolon`;
  const named = of ? `${of}, ` : "";
  return (
    <>
      <a className={className} href={href} download>
        {named}CSV
      </a>{" "}
      <a
        className={className}
        href={semicolons}
        download
        aria-label={`${named}CSV with semicolons and decimal commas`}
        title="Semicolons and decimal commas"
      >
        semicolons
      </a>
    </>
  );
}
