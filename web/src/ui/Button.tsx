import type { ComponentProps } from "react";

const LOOKS = {
  solid: "bg-pine text-white hover:bg-pine-dark border-pine",
  plain: "bg-sheet text-ink hover:bg-pine-wash border-rule",
  quiet: "border-transparent text-ink hover:bg-pine-wash",
  alarm: "border-alarm bg-sheet text-alarm hover:bg-alarm-wash",
};

type Props = ComponentProps<"button"> & { look?: keyof typeof LOOKS };

export function Button({ look = "plain", className = "", type = "button", ...rest }: Props) {
  return (
    <button
      type={type}
      className={`inline-flex min-h-8 items-center justify-center gap-1.5 rounded-md border px-2.5 py-1 text-sm whitespace-nowrap disabled:cursor-default disabled:opacity-40 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
