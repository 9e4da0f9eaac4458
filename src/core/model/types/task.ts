import type { Id } from "../values";
import type { DefinedType } from "./describe";
import { theme } from "./theme";

/** A task, led to as a theme is, and offered. */
export const task: DefinedType<Id> = { ...theme, editor: "offered" };
