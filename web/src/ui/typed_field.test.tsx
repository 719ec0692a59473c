import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, it, vi } from "vitest";
import { TypedField } from "./typed_field";

afterEach(cleanup);
const field = () => screen.getByRole<HTMLInputElement>("textbox");

describe("a typed field", () => {
  it("keeps what was typed as it was typed until the value changes elsewhere", async () => {
    const commit = vi.fn();
    const { rerender } = render(<TypedField label="Length" shown="0.52 m" onCommit={commit} />);
    await userEvent.clear(field());
    await userEvent.type(field(), "1' 8\"{Enter}");
    expect(commit).toHaveBeenCalledExactlyOnceWith("1' 8\"");
    rerender(<TypedField label="Length" shown="0.51 m" onCommit={commit} />);
    expect(field().value).toBe("1' 8\"");
    rerender(<TypedField label="Length" shown="0.60 m" onCommit={commit} />);
    expect(field().value).toBe("0.60 m");
  });

  it("sends nothing when nothing was changed, and nothing for an empty text unless that is an answer", async () => {
    const commit = vi.fn();
    const { rerender } = render(<TypedField label="Name" shown="lip" onCommit={commit} />);
    await userEvent.click(field());
    await userEvent.tab();
    await userEvent.clear(field());
    await userEvent.tab();
    expect(commit).not.toHaveBeenCalled();
    expect(field().value).toBe("lip");
    rerender(<TypedField label="Name" shown="lip" onCommit={commit} empty />);
    await userEvent.clear(field());
    await userEvent.tab();
    expect(commit).toHaveBeenCalledWith("");
  });

  it("lets nobody's answer take away what is being typed", async () => {
    const commit = vi.fn();
    const { rerender } = render(<TypedField label="Depth" shown="1 m" onCommit={commit} />);
    await userEvent.clear(field());
    await userEvent.type(field(), "4 ft 6{Enter}");
    await userEvent.clear(field());
    await userEvent.type(field(), "40 m");
    rerender(<TypedField label="Depth" shown="1.37 m" onCommit={commit} />);
    expect(field().value).toBe("40 m");
    await userEvent.keyboard("{Enter}");
    expect(commit).toHaveBeenLastCalledWith("40 m");
  });

  it("keeps what was refused until the refusal is withdrawn", async () => {
    const commit = vi.fn();
    const { rerender } = render(<TypedField label="Depth" shown="1 m" onCommit={commit} />);
    await userEvent.clear(field());
    await userEvent.type(field(), "40 m{Enter}");
    rerender(<TypedField label="Depth" shown="1 m" onCommit={commit} fault="too deep" />);
    expect(field().value).toBe("40 m");
    rerender(<TypedField label="Depth" shown="1 m" onCommit={commit} />);
    expect(field().value).toBe("1 m");
  });

  it("says what is wrong with it and lets it be corrected", async () => {
    const touched = vi.fn();
    render(<TypedField label="Depth" shown="1 m" onCommit={vi.fn()} fault="not a length" onTouched={touched} />);
    expect(field().getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByRole("alert").textContent).toBe("not a length");
    await userEvent.type(field(), "2");
    expect(touched).toHaveBeenCalled();
  });
});
