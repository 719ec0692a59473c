import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { Refused } from "../../api/client";
import { shown } from "../../testing/served";
import { ArchivePart } from "./archive_part";
import { sendArchive } from "./send_archive";

vi.mock("./send_archive", () => ({ sendArchive: vi.fn() }));
const send = vi.mocked(sendArchive);

const found = (more: object = {}) => ({
  data: {
    person: "Dusk",
    made_at: "2026-06-01T08:00:00Z",
    kept: false,
    added: { rigs: 3 },
    same: { waters: 2 },
    clashed: 1,
    clashes: [{ what: "rig", id: "abc" }],
    ...more,
  },
  response: new Response(),
});
const file = new File(["zip"], "mine.zip", { type: "application/zip" });
const pick = () => userEvent.setup().upload(screen.getByLabelText("Archive"), file);

beforeEach(() => {
  send.mockReset();
});
afterEach(cleanup);

it("is looked at first: what it would bring, what is here already, what stays", async () => {
  send.mockResolvedValue(found() as never);
  shown(<ArchivePart />);
  await pick();
  const told = await screen.findByText(/It would bring: 3 rigs\./);
  expect(told.closest("div")?.textContent).toContain("Here already: 2 waters.");
  expect(screen.getByText(/Of 1 there is another here, which stays/)).toBeTruthy();
  expect(send).toHaveBeenCalledTimes(1);
  expect(send).toHaveBeenCalledWith(file, false);
});

it("is kept by a second press, the same file, and then no more", async () => {
  send
    .mockResolvedValueOnce(found() as never)
    .mockResolvedValueOnce(found({ kept: true, clashed: 0, clashes: [] }) as never);
  shown(<ArchivePart />);
  await pick();
  await userEvent.setup().click(await screen.findByRole("button", { name: "Bring it back" }));
  expect(await screen.findByText(/Brought back: 3 rigs\./)).toBeTruthy();
  expect(send).toHaveBeenLastCalledWith(file, true);
  expect(screen.queryByRole("button", { name: "Bring it back" })).toBeNull();
});

it("offers nothing to keep where all of it is here", async () => {
  send.mockResolvedValue(found({ added: {}, clashed: 0, clashes: [] }) as never);
  shown(<ArchivePart />);
  await pick();
  expect(await screen.findByText(/It would bring: nothing\./)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Bring it back" })).toBeNull();
});

it("that is damaged changes nothing, and says why", async () => {
  send.mockRejectedValue(new Refused(422, { detail: "It is damaged.", faults: [] } as never));
  shown(<ArchivePart />);
  await pick();
  expect((await screen.findByRole("alert")).textContent).toMatch(/^Nothing was brought back\./);
  expect(screen.queryByRole("button", { name: "Bring it back" })).toBeNull();
});
