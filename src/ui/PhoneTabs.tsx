"use client";

interface PhoneTabsProps<T extends string> {
  label: string;
  panes: readonly T[];
  shown: T;
  onShow: (pane: T) => void;
}

/** The parts of a room, of which a phone shows one at a time; on wider screens all stand side by side, and no tabs. */
export function PhoneTabs<T extends string>({ label, panes, shown, onShow }: PhoneTabsProps<T>) {
  return (
    <div role="tablist" aria-label={label} className="phone-tabs">
      {panes.map((name) => (
        <button
          key={name}
          role="tab"
          aria-selected={shown === name}
          className={shown === name ? "reach font-[680] shadow-[0_2px_0_var(--woad)]" : "reach text-ink-2"}
          onClick={() => onShow(name)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}
