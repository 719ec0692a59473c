import { cleanup, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";
import { useCardCode } from "../../state/card_code";
import { refused, served, shown } from "../../testing/served";
import { ShareButton } from "./share_button";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const link = { body: { address: "https://here.example/s/abc", picture: "data:image/svg+xml,x" } };

it("makes a link for as long as was chosen, after what is on the bench was saved, and shows it once", async () => {
  const asked = served({ "POST /links": link });
  const saved = vi.fn(async () => undefined);
  shown(<ShareButton kind="rig" subject="a" name="Dusk rig" before={saved} />);
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Share Dusk rig" }));
  expect(screen.getByText(/sees this rig as it is then/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Make the link" }));
  expect((await screen.findByTestId("link")).textContent).toBe("https://here.example/s/abc");
  expect(screen.getByAltText("Code with the link").getAttribute("src")).toBe("data:image/svg+xml,x");
  expect(saved).toHaveBeenCalledTimes(1);
  expect(asked.at(-1)?.body).toEqual({ kind: "rig", subject: "a", days: 30, vague: false });
  await user.keyboard("{Escape}");
  await user.click(screen.getByRole("button", { name: "Share Dusk rig" }));
  expect(screen.queryByTestId("link")).toBeNull();
});

it("says of an outing that its place is not shown", async () => {
  served({});
  shown(<ShareButton kind="outing" subject="o" name="this outing" />);
  await userEvent.setup().click(screen.getByRole("button", { name: "Share this outing" }));
  expect(screen.getByText(/not where it was/)).toBeTruthy();
});

it("says why no link was made", async () => {
  served({ "POST /links": refused(429, "At most fifty links stand at once.") });
  shown(<ShareButton kind="water" subject="w" name="Weir Run" />);
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Share Weir Run" }));
  await user.click(screen.getByRole("button", { name: "Make the link" }));
  expect((await screen.findByRole("alert")).textContent).toContain("At most fifty links");
});

it("keeps a water vague where that is wanted", async () => {
  const asked = served({ "POST /links": link });
  shown(<ShareButton kind="water" subject="w" name="Weir Run" />);
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Share Weir Run" }));
  await user.click(screen.getByRole("checkbox", { name: /without its name, its river/ }));
  await user.click(screen.getByRole("button", { name: "Make the link" }));
  await screen.findByTestId("link");
  expect(asked.at(-1)?.body).toEqual({ kind: "water", subject: "w", days: 30, vague: true });
});

it("puts the code of a rig's link on its card, and of nothing else", async () => {
  served({ "POST /links": link });
  shown(<ShareButton kind="rig" subject="a" name="Dusk rig" />);
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Share Dusk rig" }));
  expect(screen.queryByRole("checkbox")).toBeNull();
  await user.click(screen.getByRole("button", { name: "Make the link" }));
  await user.click(await screen.findByRole("button", { name: "Put it on the card" }));
  expect(useCardCode.getState().pictures).toEqual({ a: "data:image/svg+xml,x" });
  expect(screen.getByRole("button", { name: "It is on the card you print" })).toBeTruthy();
});
