import type { Id } from "../values";
import { choice } from "./choice";
import type { OwnDefinedType } from "./describe";

/** A choice whose options have an order. */
export const level: OwnDefinedType<Id> = { ...choice, called: "Level, from highest to lowest", short: "level" };
