import { describe, expect, it } from "vitest";
import { wordsIn } from "./gloss";

describe("wordsIn", () => {
  it("finds whole words of the trade, those of many words before their parts", () => {
    const words = wordsIn("The front–rear balance falls; its roll gradient and lean at rest rise.");
    expect(words).toContain("front–rear balance");
    expect(words).toContain("lean at rest");
    expect(words).not.toContain("lean");
  });

  it("finds none inside other words", () => {
    expect(wordsIn("It was cleaned and displayed.")).toEqual([]);
  });
});
