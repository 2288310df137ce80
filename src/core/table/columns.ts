import { type Cell, classIn, dayIn, inksIn, weekdaysIn } from "./cells.ts";
import { plain, ROLE_WORDS } from "./words.ts";

/** What the columns of a shop's own table hold: by their headings, then by what stands in them. */

export type TableKind = "machines" | "people" | "readings" | "history";
export type Field = { id: string; name: string; required: boolean; also: readonly string[]; expects: string };

const field = (id: string, name: string, expects: string, required = false, also = ""): Field => ({
  id,
  name,
  required,
  also: also.split(",").filter(Boolean),
  expects,
});
const LIST = "several with commas or semicolons between them";
const DAY = "a day like 2026-11-25, 25/11/2026 or 25 Nov 2026";
const MACHINES = "machine,printer,machine name,maschine,drucker,máquina,maquina,impresora,imprimante,equipo,asset,unit";

export const TABLE_FIELDS: Record<TableKind, Field[]> = {
  machines: [
    field("name", "Name", "what people call it", true, `${MACHINES},bezeichnung,nombre,nom,nome`),
    field(
      "class",
      "Class",
      "dtf, dtg, uv, wide or cij, or a usual word for it",
      true,
      "type,kind,technology,tech,klasse,typ,art,technologie,tipo,clase,tecnología",
    ),
    field(
      "since",
      "Since",
      DAY,
      true,
      "bought,installed,in service,start,started,purchase date,commissioned,seit,gekauft,anschaffung,in betrieb seit,inbetriebnahme,desde,comprada,fecha,fecha de compra,date,depuis",
    ),
    field(
      "id",
      "Id",
      "letters, digits, hyphens; left out, made from the name",
      false,
      "code,no,number,nr,nummer,inventory,inventory no,asset no,inventarnummer,código",
    ),
    field("family", "Family", "where its class has several", false, "subtype,familie,familia,process,verfahren"),
    field(
      "area",
      "Area",
      "an area’s name",
      false,
      "room,place,location,hall,bereich,raum,halle,standort,zona,área,sala,lieu,zone,department",
    ),
    field(
      "channels",
      "Channels",
      "inks by name or letter, a slash between heads: K C M Y / W W",
      false,
      "inks,ink,colours,colors,heads,ink set,farben,tinten,tinte,kanäle,tintas,colores,canales,encres",
    ),
    field("abilities", "Abilities", LIST, false, "features,fähigkeiten,funciones"),
    field("parts", "Parts", LIST, false, "teile,piezas,partes,components"),
    field(
      "printDays",
      "Print days",
      "days like Mon–Fri, 1-5 or Mo Mi Fr",
      false,
      "days,prints on,working days,drucktage,tage,arbeitstage,días,días de impresión,jours",
    ),
    field("routines", "Routines", LIST, false, "wartung,rutinas"),
    field(
      "counter",
      "Counter reading",
      "a number",
      false,
      "reading,count,counter,prints,zählerstand,stand,zähler,contador,lectura,compteur,copies",
    ),
  ],
  people: [
    field("name", "Name", "a person’s name", true, "person,who,employee,full name,mitarbeiter,mitarbeiterin,nombre,empleado,persona,nom"),
    field(
      "role",
      "Role",
      "supervisor, operator, technician or viewer",
      true,
      "function,job,position,rolle,funktion,puesto,rol,función,cargo,rôle",
    ),
    field("id", "Id", "left out, made from the name", false, "code,staff no,personalnummer,no,nr"),
    field("skills", "Skills", LIST, false, "can,trained on,machines,kann,kenntnisse,geschult,habilidades,formación,sabe"),
    field("shifts", "Shifts", LIST, false, "shift,schicht,schichten,turno,turnos,équipe"),
  ],
  readings: [
    field("machine", "Machine", "its id or name", true, `${MACHINES},name`),
    field("counter", "Counter", "prints, square-metres, …", true, "what,zähler,contador,type,unit"),
    field("on", "Day", DAY, true, "date,datum,tag,fecha,día,read on,abgelesen"),
    field("value", "Value", "a number", true, "reading,count,stand,zählerstand,wert,valor,lectura"),
  ],
  history: [
    field("machine", "Machine", "its id or name", true, `${MACHINES},name`),
    field("routine", "Routine", "its id or name", true, "what,job,task,work,wartung,arbeit,tätigkeit,tarea,trabajo,mantenimiento"),
    field(
      "on",
      "Last done",
      "a day, or roughly: “3 weeks ago”, “May 2026”",
      true,
      "date,day,when,last,zuletzt,datum,am,fecha,última vez,cuándo",
    ),
  ],
};

const named = ({ id, name, also }: Field) => [id, name, ...also].map(plain);

/** Matches columns to fields by their headings; what matches nothing is left out until it is guessed or a person chooses. */
export function matchColumns(kind: TableKind, headings: readonly Cell[]): Record<string, number> {
  const matched: Record<string, number> = {};
  const plainly = headings.map((heading) => plain(String(heading).replace(/\(.*?\)|[*:#]/g, "")));
  for (const each of TABLE_FIELDS[kind]) {
    const names = named(each);
    const at = names
      .map((name) => plainly.findIndex((heading, index) => heading === name && !Object.values(matched).includes(index)))
      .find((index) => index >= 0);
    if (at !== undefined) matched[each.id] = at;
  }
  return matched;
}

/** Of a column's filled cells so many must be read as a field before its content speaks for it. */
const SPEAKS_FOR = 0.6;
const LOOKED_AT = 60;

/**
 * Fields that no heading names, by what stands in the columns left over.
 * @returns the columns of the fields that were guessed so
 */
export function guessColumns(
  kind: TableKind,
  rows: readonly (readonly Cell[])[],
  matched: Readonly<Record<string, number>>,
  today: number,
): Record<string, number> {
  const guessed: Record<string, number> = {};
  const width = Math.max(0, ...rows.map((row) => row.length));
  const taken = () => new Set([...Object.values(matched), ...Object.values(guessed)]);
  const share = (at: number, fits: (cell: Cell) => boolean): number => {
    const filled = rows.slice(0, LOOKED_AT).flatMap((row) => (String(row[at] ?? "").trim() ? [row[at] as Cell] : []));
    return filled.length ? filled.filter(fits).length / filled.length : 0;
  };
  const isDay = (cell: Cell) => {
    const day = dayIn(cell, today);
    return "value" in day || "ask" in day;
  };
  const tests: Partial<Record<string, (cell: Cell) => boolean>> = {
    class: (cell) => "value" in classIn(cell),
    role: (cell) => ROLE_WORDS.has(plain(String(cell))),
    since: isDay,
    on: isDay,
    printDays: (cell) => typeof cell === "string" && /\D/.test(cell) && "value" in weekdaysIn(cell),
    channels: (cell) => typeof cell === "string" && cell.length > 2 && "value" in inksIn(cell),
    name: (cell) => typeof cell === "string" && /\p{L}/u.test(cell),
  };
  const order = ["class", "role", "since", "on", "printDays", "channels", "name"];
  for (const id of order.filter((each) => TABLE_FIELDS[kind].some((of) => of.id === each) && !(each in matched))) {
    const test = tests[id];
    const free = Array.from({ length: width }, (_, at) => at).filter((at) => !taken().has(at));
    const best = test && free.map((at) => ({ at, share: share(at, test) })).sort((a, b) => b.share - a.share || a.at - b.at)[0];
    if (best && best.share >= SPEAKS_FOR) guessed[id] = best.at;
  }
  return guessed;
}

/** Titles may stand above the headings; they are looked for among the first rows. */
const ROWS_ABOVE = 12;
/** Which row holds the headings: the one that names most fields, where one names two at least; else the first. */
export function headingRow(kind: TableKind, rows: readonly (readonly Cell[])[]): number {
  const counts = rows.slice(0, ROWS_ABOVE).map((row) => Object.keys(matchColumns(kind, row)).length);
  const most = Math.max(0, ...counts);
  return most >= 2 ? counts.indexOf(most) : 0;
}
