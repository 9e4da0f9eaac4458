export { commandNamed, commands } from "./registry";
