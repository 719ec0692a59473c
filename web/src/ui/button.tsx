import type { ComponentPropsWithRef } from "react";

type Props = ComponentPropsWithRef<"button"> & { strong?: boolean };

export function Button({ strong, className = "", type = "button", ...rest }: Props) {
  const look = strong ? "border-ink bg-ink text-sheet font-semibold" : "border-rule bg-sheet hover:border-ink";
  return (
    <button
      type={type}
      className={`inline-flex hit items-center justify-center gap-1.5 whitespace-nowrap rounded-s border px-3 py-1 disabled:text-soft disabled:opacity-60 ${look} ${className}`}
      {...rest}
    />
  );
}
