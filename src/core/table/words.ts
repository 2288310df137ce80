import { FAMILIES, type MachineClass } from "../fleet/classes.ts";
import { ABILITIES, COUNTERS, INKS, PARTS, ROLES, SKILLS } from "../fleet/vocabulary.ts";

/** The words that a shop's own table uses for what the fleet file names by ids, in the languages of the print shops around us. */

/** Without case, accents, dots and doubled blanks. @example plain(" Weiß. ") // "weiss" */
export const plain = (text: string): string =>
  text
    .toLowerCase()
    .replaceAll("ß", "ss")
    .normalize("NFKD")
    .replace(/[\u0300-\u036f]/g, "")
    .replace(/[._\-–—/]+/g, " ")
    .replace(/\s+/g, " ")
    .trim();

type Words<Id extends string> = ReadonlyMap<string, Id>;
function wordsFor<Id extends string>(ids: readonly Id[], also: Partial<Record<Id, string>>): Words<Id> {
  const words = new Map<string, Id>();
  for (const id of ids) for (const word of [id, ...(also[id]?.split(",") ?? [])]) words.set(plain(word), id);
  return words;
}

const LANGUAGES = ["en", "de", "es", "fr", "it", "pt", "nl"];
/** What the languages call the days or months; a word that two of them use for different ones is nobody's. */
function namesOf(count: number, name: (language: string, index: number, width: "long" | "short") => string): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  const doubtful = new Set<string>();
  for (const language of LANGUAGES)
    for (let index = 0; index < count; index++)
      for (const width of ["long", "short"] as const) {
        const word = plain(name(language, index, width));
        if (found.has(word) && found.get(word) !== index + 1) doubtful.add(word);
        found.set(word, index + 1);
      }
  for (const word of doubtful) found.delete(word);
  return found;
}
const intl = (language: string, options: Intl.DateTimeFormatOptions, at: number) =>
  new Intl.DateTimeFormat(language, { timeZone: "UTC", ...options }).format(at);
const DAY_MS = 86_400_000;

/** 1 (January) to 12 by name. */
export const MONTH_WORDS: ReadonlyMap<string, number> = new Map([
  ...namesOf(12, (language, index, width) => intl(language, { month: width }, Date.UTC(2024, index, 15))),
  ["sept", 9],
  ["marz", 3],
]);
/** 1 (Monday) to 7 by name; “ma” is Monday in one language and Tuesday in others' notes. */
export const WEEKDAY_WORDS: ReadonlyMap<string, number> = new Map(
  [
    // 1 January 2024 was a Monday.
    ...namesOf(7, (language, index, width) => intl(language, { weekday: width }, Date.UTC(2024, 0, 1) + index * DAY_MS)),
    ...["mo", "tu", "we", "th", "fr", "sa", "su"].map((word, index): [string, number] => [word, index + 1]),
    ...["mons", "tues", "weds", "thurs", "fris", "sats", "suns"].map((word, index): [string, number] => [word, index + 1]),
    ["thur", 4] as [string, number],
  ].filter(([word]) => word !== "ma"),
);
/** Several weekdays by one word. */
export const WEEKDAY_GROUPS: ReadonlyMap<string, readonly number[]> = new Map(
  (
    [
      [
        [1, 2, 3, 4, 5, 6, 7],
        "daily,every day,all,all days,always,täglich,alle,jeden tag,diario,todos los días,todos,tous les jours,tous,tutti i giorni,todos os dias,dagelijks",
      ],
      [
        [1, 2, 3, 4, 5],
        "weekdays,workdays,work days,working days,werktags,wochentags,werktage,laborables,días laborables,entre semana,jours ouvrables,feriali,werkdagen",
      ],
      [[6, 7], "weekend,weekends,wochenende,fin de semana,week end"],
    ] as const
  ).flatMap(([days, words]) => words.split(",").map((word): [string, readonly number[]] => [plain(word), days])),
);

export const INK_WORDS = wordsFor(INKS, {
  black: "k,bk,blk,schwarz,negro,noir,nero,preto,zwart,photo black,matte black",
  cyan: "c,cy,zyan,cian,ciano,cyaan",
  magenta: "m,mg",
  yellow: "y,ye,yl,gelb,amarillo,jaune,giallo,amarelo,geel",
  "light-cyan": "lc,light cyan,hellcyan,hell cyan,cian claro,cyan clair,ciano chiaro",
  "light-magenta": "lm,light magenta,hellmagenta,hell magenta,magenta claro,magenta clair",
  "light-black": "lk,light black,grey,gray,grau,gris,grigio,cinza,grijs,llk,light light black",
  red: "r,rot,rojo,rouge,rosso,vermelho,rood",
  green: "g,grün,verde,vert,groen",
  blue: "b,blau,azul,bleu,blu,blauw",
  orange: "o,or,naranja,arancione,laranja,oranje",
  white: "w,wh,wt,ws,weiß,weiss,blanco,blanca,blanc,bianco,branco,wit",
  varnish: "v,gloss,clear,lack,klarlack,barniz,vernis,vernice,verniz,vernislak",
  coding: "coding ink,mek,kodiertinte",
  fluid: "f,fluid,cleaning fluid,reiniger,flush",
});

type Kind = { class: MachineClass; family?: string };
const kind = (words: string, is: Kind): [string, Kind][] => words.split(",").map((word) => [plain(word), is]);
/** A class by what people call it, with its family where the word says it. */
export const CLASS_WORDS: ReadonlyMap<string, Kind> = new Map([
  ...(Object.entries(FAMILIES) as [MachineClass, readonly string[]][]).flatMap(([id, families]): [string, Kind][] => [
    [id, { class: id }],
    ...families.filter((family) => plain(family) !== id).map((family): [string, Kind] => [plain(family), { class: id, family }]),
  ]),
  ...kind("direct to film,film transfer,film printer,filmdruck,dtf printer,dtf drucker,impresora dtf", { class: "dtf" }),
  ...kind("desktop dtf,dtf a3,dtf desktop", { class: "dtf", family: "dtf-desktop" }),
  ...kind("roll dtf,dtf roll,dtf rolle,dtf bobina", { class: "dtf", family: "dtf-roll" }),
  ...kind("direct to garment,garment,garment printer,textil,textildruck,dtg printer,dtg drucker,impresora dtg", { class: "dtg" }),
  ...kind("uv,flatbed,uv flatbed,uv printer,flachbett,uv flachbett,uv drucker,cama plana,uv cama plana,uv led", {
    class: "uv",
    family: "uv-flatbed",
  }),
  ...kind("wide,wide format,wideformat,large format,großformat,grossformat,gran formato,grand format,grande formato,roll to roll,plotter", {
    class: "wide",
  }),
  ...kind("solvent,eco solvent,ecosolvent,solvente,ecosolvente", { class: "wide", family: "solvent" }),
  ...kind("heat cured,heat-cured,resin", { class: "wide", family: "heat-cured" }),
  ...kind("aqueous,water based,wasserbasiert,base agua", { class: "wide", family: "aqueous" }),
  ...kind("dye sub,dye sublimation,sublimation,sublimación,sublimazione,sublimação", { class: "wide", family: "dye-sublimation" }),
  ...kind("cij,continuous inkjet,coder,date coder,inkjet coder,kodierer,codificador,codificadora,marqueur", { class: "cij" }),
]);

export const ROLE_WORDS = wordsFor(ROLES, {
  supervisor:
    "lead,team lead,manager,boss,foreman,production supervisor,leiter,leiterin,leitung,schichtleiter,schichtleiterin,vorarbeiter,supervisora,encargado,encargada,jefe,jefa,responsable,chef,capo,responsabile",
  operator:
    "op,press operator,machine operator,printer,bediener,bedienerin,drucker,druckerin,maschinenführer,operador,operadora,operario,operaria,opérateur,opératrice,operatore,operatrice",
  technician: "tech,engineer,service,maintenance,techniker,technikerin,wartung,técnico,técnica,technicien,technicienne,tecnico,tecnica",
  viewer: "read only,readonly,guest,reader,gast,leser,invitado,invitada,lector,visor",
});

export const SKILL_WORDS: Words<string> = new Map([
  ...wordsFor<string>(SKILLS, { technician: "tech,techniker,técnico,technicien,tecnico", solvent: "eco solvent,solvente" }),
  ...[...CLASS_WORDS].flatMap(([word, is]): [string, string][] => (is.family === "solvent" ? [[word, "solvent"]] : [[word, is.class]])),
]);
export const ABILITY_WORDS: Words<string> = wordsFor<string>(ABILITIES, {});
export const PART_WORDS: Words<string> = wordsFor<string>(PARTS, {
  head: "print head,printhead,druckkopf,cabezal",
  cap: "capping station,capping,kappe",
  wiper: "wiper blade,wischer",
  damper: "dampers,dämpfer",
  pump: "pumpe,bomba",
});
export const COUNTER_WORDS: Words<string> = wordsFor<string>(COUNTERS, {
  prints: "print,sheets,garments,pieces,drucke,impresiones",
  "square-metres": "m2,m²,sqm,square meters,square metres,quadratmeter,metros cuadrados",
  "ink-litres": "litres,liters,ink,l,ink l,tinte,litros",
  "run-hours": "hours,h,hrs,operating hours,betriebsstunden,stunden,horas",
  cleans: "cleanings,reinigungen,limpiezas",
  "powered-days": "days powered,days on,days",
});

/** How a row of sums begins. */
export const TOTALS = /^(grand )?(totals?|sum|summe|gesamt|gesamtsumme|subtotal|zwischensumme|suma|somme|totale|totaal)\b/;
