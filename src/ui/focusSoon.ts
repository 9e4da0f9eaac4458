const longestFrames = 60;

/** Gives the focus to what `find` finds, as soon as it is drawn; after a second no more. */
export function focusSoon(find: () => HTMLElement | null | undefined, frames = longestFrames) {
  const found = find();
  if (found) found.focus();
  else if (frames > 0) requestAnimationFrame(() => focusSoon(find, frames - 1));
}
