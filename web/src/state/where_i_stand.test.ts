import { afterEach, expect, it, vi } from "vitest";
import { followStand, notePlaces, standNow, useStand } from "./where_i_stand";

afterEach(() => {
  notePlaces(false);
  vi.unstubAllGlobals();
});

const fix = (at: number) => useStand.setState({ fix: { lat: 47.1, lon: 8.2, at } });

it("notes no place unless that is wished", () => {
  fix(1000);
  expect(standNow(1000)).toEqual({});
  notePlaces(true);
  expect(standNow(1000)).toEqual({});
  fix(1000);
  expect(standNow(1000)).toEqual({ lat: 47.1, lon: 8.2 });
});

it("notes no place that is a minute old", () => {
  notePlaces(true);
  fix(0);
  expect(standNow(59_999)).toEqual({ lat: 47.1, lon: 8.2 });
  expect(standNow(60_000)).toEqual({});
});

it("follows the phone, keeps a metre or so, and says so where it is not told", () => {
  const stopped: number[] = [];
  let answer: (p: { coords: { latitude: number; longitude: number } }) => void = () => undefined;
  let refuse: () => void = () => undefined;
  vi.stubGlobal("navigator", {
    geolocation: {
      watchPosition: (ok: typeof answer, no: typeof refuse) => {
        answer = ok;
        refuse = no;
        return 7;
      },
      clearWatch: (id: number) => stopped.push(id),
    },
  });
  notePlaces(true);
  const stop = followStand();
  answer({ coords: { latitude: 47.123456789, longitude: 8.2 } });
  expect(standNow()).toEqual({ lat: 47.12346, lon: 8.2 });
  refuse();
  expect(useStand.getState().trouble).toMatch(/without a place/);
  stop();
  expect(stopped).toEqual([7]);
});
