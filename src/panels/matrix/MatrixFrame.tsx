import type { PointerEvent, ReactNode, RefObject } from "react";

/** A band of a matrix from top to foot, and what stands at its side. */
export interface MatrixBand {
  readonly key: string | number;
  readonly words: ReactNode;
  /** How it is parted from the band above. */
  readonly edge: "none" | "fine" | "strong";
}

export const footPixels = 34;

interface MatrixFrameProps {
  field: RefObject<HTMLDivElement | null>;
  label: string;
  className: string;
  sidePixels: number;
  width: number;
  /** The upper edges of the bands, and the lower one of the last. */
  edges: readonly number[];
  bands: readonly MatrixBand[];
  /** Where lines stand across the width, and the words at their feet, as shares of the width. */
  marks: readonly (readonly [share: number, words: string])[];
  /** What stands behind the cards, and the cards. */
  behind?: ReactNode;
  children: ReactNode;
  /** What stands at the side of the foot. */
  foot?: ReactNode;
  /** What stands over all. */
  over?: ReactNode;
  onPointerDown?: (event: PointerEvent<HTMLElement>) => void;
}

/** What every matrix stands in: bands one below the other, lines across, and the words at the side and the foot. */
export function MatrixFrame(props: MatrixFrameProps) {
  const { field, label, className, sidePixels, width, edges, bands, marks, behind, children, foot, over } = props;
  const height = edges[edges.length - 1] as number;
  const edgeClasses = { none: "", fine: "border-t border-hairline", strong: "border-t border-ink-3" };
  return (
    <div ref={field} className={`matrix relative min-h-0 flex-1 overflow-y-auto [scrollbar-width:thin] ${className}`}>
      <div className="relative" style={{ height: height + footPixels }}>
        {bands.map(({ key, words, edge }, band) => (
          <div
            key={key}
            className={`absolute inset-x-0 ${edgeClasses[edge]}`}
            style={{ top: edges[band], height: (edges[band + 1] as number) - (edges[band] as number) }}
          >
            {words}
          </div>
        ))}
        <div
          role="group"
          aria-label={label}
          data-pane-focus=""
          tabIndex={0}
          className="absolute top-0 outline-offset-[-2px]"
          style={{ left: sidePixels, width, height }}
          onPointerDown={props.onPointerDown}
        >
          {behind}
          {marks.map(([share]) => (
            <div
              key={share}
              className="pointer-events-none absolute inset-y-0 border-l border-hairline"
              style={{ left: share * width }}
            />
          ))}
          {children}
        </div>
      </div>
      <div className="sticky bottom-0 border-t border-rule bg-sheet" style={{ height: footPixels }}>
        {foot}
        {marks.map(([share, words]) => (
          <span
            key={share}
            className="absolute top-2 text-small whitespace-nowrap text-ink-2"
            style={{ left: sidePixels + share * width + 4 }}
          >
            {words}
          </span>
        ))}
      </div>
      {over}
    </div>
  );
}
