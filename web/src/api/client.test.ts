import { expect, it } from "vitest";
import { forGood, Refused } from "./client";

it.each([
  [new Refused(400, undefined), true],
  [new Refused(401, undefined), false],
  [new Refused(402, undefined), true],
  [new Refused(422, undefined), true],
  [new Refused(428, undefined), true],
  [new Refused(429, undefined), false],
  [new Refused(430, undefined), true],
  [new Refused(499, undefined), true],
  [new Refused(500, undefined), false],
  [new Refused(503, undefined), false],
  [new TypeError("no signal"), false],
])(
  "what the server says is for good unless it could not answer now, was asked too often, or does not know who asks: %s",
  (error, says) => {
    expect(forGood(error)).toBe(says);
  },
);
