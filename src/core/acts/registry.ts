import { isCommand, together, type Command, type Runnable } from "../store";
import * as inAddRecord from "../commands/addRecord";
import * as inBeginDay from "../commands/beginDay";
import * as inBoards from "../commands/boards";
import * as inBox from "../commands/box";
import * as inCapture from "../commands/capture";
import * as inCarry from "../commands/carry";
import * as inClarify from "../commands/clarify";
import * as inClock from "../commands/clock";
import * as inEditRecord from "../commands/editRecord";
import * as inFetchBack from "../commands/fetchBack";
import * as inFromLine from "../commands/fromLine";
import * as inGiveDay from "../commands/giveDay";
import * as inGiveValues from "../commands/giveValues";
import * as inJot from "../commands/jot";
import * as inLayPattern from "../commands/layPattern";
import * as inLayRepeating from "../commands/layRepeating";
import * as inLeave from "../commands/leave";
import * as inLinkMentions from "../commands/linkMentions";
import * as inMarkHabit from "../commands/markHabit";
import * as inMoveDated from "../commands/moveDated";
import * as inPlace from "../commands/place";
import * as inPlaceLine from "../commands/placeLine";
import * as inPlaceTasks from "../commands/placeTasks";
import * as inPlanGoal from "../commands/planGoal";
import * as inPortion from "../commands/portion";
import * as inRemoveRecord from "../commands/removeRecord";
import * as inRest from "../commands/rest";
import * as inReviews from "../commands/reviews";
import * as inSaveSettings from "../commands/saveSettings";
import * as inSeries from "../commands/series";
import * as inSetDone from "../commands/setDone";
import * as inSetState from "../commands/setState";
import * as inShiftBar from "../commands/shiftBar";
import * as inWorkLog from "../commands/workLog";
import * as inWritePage from "../commands/writePage";
import * as inAddToRegister from "../shaping/addToRegister";
import * as inDrawBar from "../shaping/drawBar";
import * as inEventNotes from "../shaping/eventNotes";
import * as inImportTable from "../shaping/importTable";
import * as inLenses from "../shaping/lenses";
import * as inOwnFields from "../shaping/ownFields";
import * as inSetCells from "../shaping/setCells";
import * as inTemplates from "../shaping/templates";
import * as inRunOrder from "../orders/runOrder";
import * as inStandingOrders from "../orders/standingOrders";

const homes: readonly object[] = [
  { together },
  inAddRecord,
  inBeginDay,
  inBoards,
  inBox,
  inCapture,
  inCarry,
  inClarify,
  inClock,
  inEditRecord,
  inFetchBack,
  inFromLine,
  inGiveDay,
  inGiveValues,
  inJot,
  inLayPattern,
  inLayRepeating,
  inLeave,
  inLinkMentions,
  inMarkHabit,
  inMoveDated,
  inPlace,
  inPlaceLine,
  inPlaceTasks,
  inPlanGoal,
  inPortion,
  inRemoveRecord,
  inRest,
  inReviews,
  inSaveSettings,
  inSeries,
  inSetDone,
  inSetState,
  inShiftBar,
  inWorkLog,
  inWritePage,
  inAddToRegister,
  inDrawBar,
  inEventNotes,
  inImportTable,
  inLenses,
  inOwnFields,
  inSetCells,
  inTemplates,
  inRunOrder,
  inStandingOrders,
];

/**
 * All that can be done in a workspace, by the name under which the log keeps it: whoever reads the log, is typed to, or is asked by a
 * program looks here for what there is and for what it takes.
 */
export const commands: ReadonlyMap<string, Command<unknown>> = new Map(
  homes
    .flatMap((home): unknown[] => Object.values(home))
    .filter(isDescribed)
    .map((command) => [command.name, command]),
);

function isDescribed(value: unknown): value is Command<unknown> {
  return typeof value === "object" && value !== null && "run" in value && isCommand(value as Runnable<unknown>);
}

/** The command of a name; undefined where this Pensum has none, as for one of a newer or a much older version. */
export function commandNamed(name: string): Command<unknown> | undefined {
  return commands.get(name);
}
