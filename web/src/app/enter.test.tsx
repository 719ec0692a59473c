import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { refused, served, shown } from "../testing/served";
import { Enter } from "./enter";
import { Join } from "./join";

vi.mock("../places/rig", () => ({}));
vi.mock("../places/fish", () => ({}));

const doors = (more: object = {}) => ({ body: { letters: true, sign_up: "open", ...more } });
const account = { body: { mail: "", may_set: false } };
const address = () => screen.getByRole("status", { name: "Address" }).textContent;

beforeEach(() => {
  window.location.hash = "";
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("coming in", () => {
  it("with mail address and password goes to the rig, both of them wanted", async () => {
    const asked = served({ "GET /doors": doors(), "POST /sign-in/word": { body: {} } });
    shown(<Enter />, "/enter");
    const user = userEvent.setup();
    const go = screen.getByRole<HTMLButtonElement>("button", { name: "Come in" });
    expect(go.disabled).toBe(true);
    await user.type(screen.getByLabelText("Mail address"), "a@b.example");
    expect(go.disabled).toBe(true);
    await user.type(screen.getByLabelText("Password"), "ten letters");
    await user.click(go);
    await waitFor(() => expect(address()).toBe("/rig"));
    expect(asked.find((a) => a.path === "/sign-in/word")?.body).toEqual({ mail: "a@b.example", word: "ten letters" });
  });

  it("with a wrong password stays, says so at the field and keeps what was typed", async () => {
    served({ "GET /doors": doors(), "POST /sign-in/word": refused(401, "That is not right.") });
    shown(<Enter />, "/enter");
    const user = userEvent.setup();
    await user.type(screen.getByLabelText("Mail address"), "a@b.example");
    await user.type(screen.getByLabelText("Password"), "something");
    await user.click(screen.getByRole("button", { name: "Come in" }));
    expect((await screen.findByRole("alert")).textContent).toBe("That is not right.");
    expect(address()).toBe("/enter");
    expect(screen.getByLabelText<HTMLInputElement>("Mail address").value).toBe("a@b.example");
  });

  it("with digits takes six of them and nothing else, and goes on to fish", async () => {
    const asked = served({ "GET /doors": doors(), "POST /sign-in": { body: {} }, "GET /account": account });
    shown(<Enter />, "/enter");
    const user = userEvent.setup();
    const digits = screen.getByLabelText<HTMLInputElement>(/six digits/);
    const go = screen.getByRole<HTMLButtonElement>("button", { name: "Come in with digits" });
    await user.type(digits, "12 a34");
    expect(digits.value).toBe("1234");
    expect(go.disabled).toBe(true);
    await user.type(digits, "567");
    expect(digits.value).toBe("123456");
    await user.click(go);
    await waitFor(() => expect(address()).toBe("/fish"));
    expect(asked.find((a) => a.path === "/sign-in")?.body).toEqual({ token: "123456" });
  });

  it("by the address of the start command spends its token once and says that it works", async () => {
    window.location.hash = "#token-of-today";
    const asked = served({ "POST /sign-in": { body: {} }, "GET /account": account });
    shown(<Enter />, "/enter");
    expect(screen.getByText("Coming in …")).toBeTruthy();
    await waitFor(() => expect(address()).toBe("/rig"));
    expect(asked.filter((a) => a.path === "/sign-in")).toHaveLength(1);
  });

  it("with a spent token goes in where one is in already, else says why not and asks otherwise", async () => {
    window.location.hash = "#spent";
    const spent = refused(401, "This address was used already.");
    served({ "POST /sign-in": spent, "GET /me": { body: {} }, "GET /account": account });
    shown(<Enter />, "/enter");
    await waitFor(() => expect(address()).toBe("/rig"));
    cleanup();
    served({ "POST /sign-in": spent, "GET /me": refused(401, ""), "GET /doors": doors() });
    shown(<Enter />, "/enter");
    expect((await screen.findByRole("alert")).textContent).toBe("This address was used already.");
    expect(screen.getByRole("form", { name: "Sign in" })).toBeTruthy();
  });

  it("by letter leads to where a password is set", async () => {
    window.location.hash = "#letter";
    served({ "POST /sign-in": { body: {} }, "GET /account": { body: { mail: "a@b.example", may_set: true } } });
    shown(<Enter />, "/enter");
    await waitFor(() => expect(address()).toBe("/rig?sheet=account"));
  });

  it("offers a letter and a new account only where the house does", async () => {
    served({ "GET /doors": doors({ letters: false, sign_up: "invited" }) });
    shown(<Enter />, "/enter");
    await waitFor(() => expect(screen.queryByRole("link", { name: "Ask for one" })).toBeNull());
    expect(screen.queryByRole("button", { name: /send me a letter/ })).toBeNull();
    cleanup();
    served({
      "GET /doors": doors(),
      "POST /recover": { body: { says: "If it is known here, a letter is on its way." } },
    });
    shown(<Enter />, "/enter");
    expect(await screen.findByRole("link", { name: "Ask for one" })).toBeTruthy();
    const user = userEvent.setup();
    await user.type(screen.getByLabelText("Mail address"), "a@b.example");
    await user.click(screen.getByRole("button", { name: /send me a letter/ }));
    expect(await screen.findByText("If it is known here, a letter is on its way.")).toBeTruthy();
  });
});

describe("a place of one's own", () => {
  it("is asked for by letter where nobody was invited, without a password", async () => {
    const asked = served({ "POST /join/ask": { body: { says: "Look into your mail." } } });
    shown(<Join />, "/join");
    expect(screen.queryByLabelText(/Password/)).toBeNull();
    const user = userEvent.setup();
    await user.type(screen.getByLabelText("Name"), "Dusk");
    await user.type(screen.getByLabelText("Mail address"), "d@b.example");
    await user.click(screen.getByRole("button", { name: "Send me a letter" }));
    expect(await screen.findByText("Look into your mail.")).toBeTruthy();
    expect(asked[0]?.body).toEqual({ name: "Dusk", mail: "d@b.example" });
    expect(address()).toBe("/join");
  });

  it("begins at once for who was invited; what is wrong stands at its field", async () => {
    window.location.hash = "#invited";
    const wrong = refused(422, "", [{ path: "word", reason: "ten characters or more" }]);
    served({ "POST /join": wrong });
    shown(<Join />, "/join");
    const user = userEvent.setup();
    await user.type(screen.getByLabelText("Name"), "Dusk");
    await user.type(screen.getByLabelText(/Password/), "short");
    await user.click(screen.getByRole("button", { name: "Begin" }));
    expect((await screen.findByRole("alert")).textContent).toBe("ten characters or more");
    expect(screen.getByLabelText(/Password/).getAttribute("aria-invalid")).toBe("true");
    const asked = served({ "POST /join": { body: {} } });
    await user.type(screen.getByLabelText(/Password/), " but longer");
    await user.click(screen.getByRole("button", { name: "Begin" }));
    await waitFor(() => expect(address()).toBe("/rig"));
    expect(asked[0]?.body).toMatchObject({ invitation: "invited", word: "short but longer" });
  });
});
