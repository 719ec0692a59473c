import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { afterEach, describe, expect, it, vi } from "vitest";

/** The words as a page reads them that came with these. */
async function on(language: string, screen: Record<string, string>) {
  vi.resetModules();
  document.body.innerHTML = `<script id="words" type="application/json">${JSON.stringify({ language, screen })}</script>`;
  return await import("./phrase");
}

afterEach(() => {
  document.body.innerHTML = "";
});

describe("what the screen says", () => {
  it("is said in English where the page came with no other words", async () => {
    vi.resetModules();
    const { phrase } = await import("./phrase");
    expect(phrase("Depth")).toBe("Depth");
    expect(phrase("{n, plural, one {# row} other {# rows}} of {whole}", { n: 1, whole: 1200 })).toBe("1 row of 1200");
    expect(phrase("{n, plural, one {# row} other {# rows}}", { n: 1200 })).toBe("1200 rows");
  });

  it("is said in the page's words, with the plurals of its language, and in English where it has none", async () => {
    const { phrase } = await on("pl", {
      Depth: "Głębokość",
      "{n, plural, one {# fly} other {# flies}}": "{n, plural, one {# mucha} few {# muchy} other {# much}}",
    });
    expect(phrase("Depth")).toBe("Głębokość");
    expect(phrase("Pace")).toBe("Pace");
    const flies = (n: number) => phrase("{n, plural, one {# fly} other {# flies}}", { n });
    expect([flies(1), flies(3), flies(5)]).toEqual(["1 mucha", "3 muchy", "5 much"]);
  });

  it("falls back on English where a pattern cannot be read, or asks for what is not there", async () => {
    const { phrase } = await on("xx", { "{a} deep": "{a tief", "{a} wide": "{b} breit" });
    expect(phrase("{a} deep", { a: 3 })).toBe("3 deep");
    expect(phrase("{a} wide", { a: 3 })).toBe("3 wide");
  });

  it("takes drawn parts where its words have them", async () => {
    const { rich } = await on("xx", { "{fly} is lost": "weg ist {fly}" });
    const drawn = rich("{fly} is lost", { fly: createElement("b", null, "the point") });
    expect(renderToStaticMarkup(createElement("p", null, drawn))).toBe("<p>weg ist <b>the point</b></p>");
  });
});
