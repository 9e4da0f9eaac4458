/** Thrown where what is stored of a workspace cannot be opened as it is. */
export class Damaged extends Error {
  override readonly name = "Damaged";
}
