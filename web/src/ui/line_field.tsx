import { type InputHTMLAttributes, useId } from "react";

type Props = Omit<InputHTMLAttributes<HTMLInputElement>, "onChange" | "id"> & {
  label: string;
  onText: (text: string) => void;
  fault?: string | undefined;
};

/** A line of text with its label above it and what is wrong with it below. */
export function LineField({ label, onText, fault, className = "", ...rest }: Props) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-[13px] text-soft">
        {label}
      </label>
      <input
        {...rest}
        id={id}
        aria-invalid={fault ? true : undefined}
        aria-describedby={fault ? `${id}-fault` : undefined}
        onChange={(event) => onText(event.target.value)}
        className={`min-h-[48px] w-full rounded-s border bg-sheet px-3 ${fault ? "border-float" : "border-edge"}`}
      />
      {fault ? (
        <p id={`${id}-fault`} role="alert" className="text-[13px] text-float">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
