/**
 * Thrown when an act cannot be done as asked. The message is for the person: what is wrong, and what would be right.
 * Nothing has changed when it is thrown out of a command.
 */
export class Refusal extends Error {
  override readonly name = "Refusal";
}
