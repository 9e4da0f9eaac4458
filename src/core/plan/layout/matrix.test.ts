import fc from "fast-check";
import { expect, test } from "vitest";
import { layMatrix, type CardWish } from "..";

const size = { bands: 4, height: 600, cardHeight: 26, gap: 4, margin: 10 };
const wishes = fc.array(
  fc.record({
    band: fc.nat(3),
    x: fc.integer({ min: 0, max: 800 }),
    width: fc.integer({ min: 60, max: 220 }),
    height: fc.double({ min: 0, max: 1, noNaN: true }),
  }),
  { maxLength: 120 },
);

test("no card of a matrix hides another, and each stays in its band where it wants to be from left to right", () => {
  fc.assert(
    fc.property(wishes, (all) => {
      const cards: CardWish[] = all.map((wish, at) => ({ ...wish, id: `c${at}` }));
      const { places, bands } = layMatrix(cards, size);
      places.forEach((place, at) => {
        const card = cards[at]!;
        expect(place.x).toBe(card.x);
        expect(place.y).toBeGreaterThanOrEqual(bands[card.band]! + size.margin - 1e-6);
        expect(place.y + size.cardHeight).toBeLessThanOrEqual(bands[card.band + 1]! - size.margin + 1e-6);
        places.forEach((other, before) => {
          if (before >= at) return;
          const apart =
            other.x + cards[before]!.width <= place.x ||
            place.x + card.width <= other.x ||
            other.y + size.cardHeight <= place.y + 1e-6 ||
            place.y + size.cardHeight <= other.y + 1e-6;
          expect(apart).toBe(true);
        });
      });
    }),
  );
});

test("a matrix with room puts a card where it wants to be, and a full band grows alone", () => {
  const card = (id: string, band: number, height: number): CardWish => ({ id, band, x: 100, width: 150, height });
  const { places } = layMatrix([card("top", 0, 0), card("foot", 0, 1)], size);
  expect(places[0]!.y).toBeLessThan(places[1]!.y);
  const many = Array.from({ length: 12 }, (_, at) => card(`m${at}`, 1, 0.5));
  const { bands } = layMatrix(many, size);
  const heights = bands.slice(1).map((end, at) => end - bands[at]!);
  expect(heights[1]).toBeGreaterThan(300);
  expect([heights[0], heights[2], heights[3]]).toEqual([150, 150, 150]);
});
