import { familyOf, policiesOf } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import type { FluidFamily } from "./fluids.ts";
import { plainFamily } from "./plain-family.ts";

/** Whether a fluid may be poured at a part: `sparingly` comes with a warning, `refused` with the reason. */
export type Fit = { verdict: "fits" | "sparingly" | "refused"; why: string };

const fits = (why: string): Fit => ({ verdict: "fits", why });
const sparingly = (why: string): Fit => ({ verdict: "sparingly", why });
const refused = (why: string): Fit => ({ verdict: "refused", why });

/** Blades, diverter and rods of a heat-cured machine's cleaning roll. */
const ROLL_PARTS = ["cleaning-roll", "cleaning-blade"];

/**
 * Fluid × part × ink, asked before pouring (common practice, no source).
 *
 * @param part kind of part that the fluid would touch; left out: the ink's own way (head, line, channel)
 */
export function whichFluid(fluid: FluidFamily, machine: Machine, part?: string): Fit {
  const name = plainFamily(fluid);
  const is = (...families: FluidFamily[]) => families.includes(fluid);
  if (is("chlorine", "ammonia", "acid")) return refused(`${name} is never poured at a machine.`);
  if (is("tap-water")) return refused("tap water leaves minerals that clog; distilled water only.");
  if (part === "encoder-strip")
    return is("alcohol", "glass-cleaner")
      ? fits("an encoder strip takes alcohol or glass cleaner, damp and not wet.")
      : refused(`an encoder strip takes alcohol or glass cleaner; ${name} clouds it or leaves a film.`);
  if (is("ink")) return part ? refused("ink is no cleaner.") : fits("ink goes into its own line.");
  const kind = familyOf(machine);
  if (machine.class === "cij")
    return is("coder-solvent")
      ? fits("a coder takes its own solvent.")
      : refused(`a coder takes its own solvent and nothing else, so no ${name}.`);
  if (machine.class === "uv") {
    if (is("uv-cleaner")) return fits("UV ink takes UV cleaner.");
    return is("alcohol")
      ? sparingly("alcohol takes the place of UV cleaner sparingly: it dries UV channels and swells seals.")
      : refused(`UV ink takes UV cleaner, or alcohol sparingly; ${name} can set the ink in the channel.`);
  }
  if (kind === "solvent")
    return is("solvent-cleaner")
      ? fits("sign ink takes its solvent cleaner.")
      : refused(`solvent ink takes its solvent cleaner; ${name} makes it clot.`);
  if (kind === "heat-cured" && part && ROLL_PARTS.includes(part)) {
    if (is("distilled-water")) return fits("blades, diverter and rods take distilled water.");
    return is("alcohol", "approved-cleaner")
      ? sparingly("of the roll only the one rod takes alcohol or an approved cleaner; blades and diverter take distilled water.")
      : refused(`blades, diverter and rods take distilled water, not ${name}.`);
  }
  if (kind === "heat-cured" && part === "cap")
    return is("alcohol", "approved-cleaner")
      ? fits("its caps take alcohol, or an approved cleaner where vapours are regulated.")
      : refused(`its caps take alcohol or an approved cleaner, not ${name}.`);
  if (is("distilled-water", "aqueous-cleaner", "capping", "storage"))
    return fits("water-based ink takes the maker's fluid or distilled water.");
  const chosen = policiesOf(machine).fluid;
  if (is("alcohol") && chosen === "alcohol") return sparingly("the house chose alcohol here: sparingly, it makes pigment clot.");
  if (is("household") && chosen === "household")
    return sparingly("the house chose a household cleaner here: half and half with distilled water.");
  return refused(`water-based caps, wipers and heads take the maker's fluid or distilled water, not ${name}.`);
}
