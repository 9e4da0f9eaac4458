import { faultsOf } from "../model/checks";
import { guardPuts } from "../store";

/** Tests call their records by a letter or by what they stand for, which no id is. */
const isOfIds = /is not an id|does not lead to a record/;

// Whatever a command leaves is checked as what comes from outside is.
guardPuts((record) => {
  const faults = faultsOf(record);
  return typeof faults === "string" ? faults : [...faults.values()].find((fault) => !isOfIds.test(fault));
});
