import type { ReactNode } from 'react';

/** A button of the tool strip that stays pressed. */
export function ToolChip({
  isOn,
  title,
  onClick,
  children,
}: {
  isOn: boolean;
  title: string;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      className="chip"
      title={title}
      aria-pressed={isOn}
      data-on={isOn || undefined}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
