import { dyes } from "@/core/model";
import { colourName } from "@/core/things";

/** The colours that a list offers. */
export function ColourOptions() {
  return dyes.map((dye) => (
    <option key={dye} value={dye}>
      {colourName(dye)}
    </option>
  ));
}
