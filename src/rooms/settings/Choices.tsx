"use client";

/** A row of a setting: what it is, and its choices. */
export function Choices<T extends string>({
  label,
  value,
  options,
  set,
}: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  set: (value: T) => void;
}) {
  return (
    <div role="radiogroup" aria-label={label} className="flex min-h-8 flex-wrap items-center gap-x-4">
      <span className="w-40 text-ink-2">{label}</span>
      {options.map(([one, name]) => (
        <button
          key={one}
          role="radio"
          aria-checked={one === value}
          className={`min-h-6 ${one === value ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2 hover:text-ink"}`}
          onClick={() => set(one)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}
