import { describe, expect, it } from "vitest";
import { inTurn } from "./in_turn";

describe("what is done in turn", () => {
  it("begins when what was given before has ended", async () => {
    const turn = inTurn();
    const said: string[] = [];
    let end = () => {};
    const first = turn(async () => {
      said.push("first begins");
      await new Promise<void>((done) => {
        end = done;
      });
      said.push("first ends");
    });
    const second = turn(async () => said.push("second"));
    await Promise.resolve();
    expect(said).toEqual(["first begins"]);
    end();
    await Promise.all([first, second]);
    expect(said).toEqual(["first begins", "first ends", "second"]);
  });

  it("goes on after what failed, and tells who gave it", async () => {
    const turn = inTurn();
    const broken = turn(async () => {
      throw new Error("no");
    });
    await expect(broken).rejects.toThrow("no");
    await expect(turn(async () => 3)).resolves.toBe(3);
  });
});
