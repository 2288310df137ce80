import type { Gear, Step } from "../step.ts";
import { BASIC_CLEAN } from "./basic-clean.ts";
import { BY_HAND } from "./by-hand.ts";
import { CLEAN_AND_CAP, EXERCISE, SHUTDOWN } from "./closing.ts";
import { CUTTER, DRYING_CAP, INTERIOR, REPLACE_INK } from "./counted.ts";
import { OPENING_CHECK, WASTE_LOOK, WATER_CAP } from "./daily.ts";
import { DEEP_CLEAN } from "./deep-clean.ts";
import { FOAMS } from "./foams.ts";
import { CAP_AND_FILTER, CAPS_AND_BOX } from "./garment-caps.ts";
import { HEAD_OUT } from "./head-out.ts";
import { LINE_FLUSH } from "./line-flush.ts";
import { AIR_FILTERS, CAP_SOAK } from "./monthly.ts";
import { AGITATE_WHITE, CHECK_AGAIN, OPENING_CLEANS, PAUSE_CAP } from "./opening.ts";
import { SURROUND_THEN_CAPS } from "./photo-weekly.ts";
import { PRE_PRINT } from "./pre-print.ts";
import { ENCODER_STRIP, GREASE_RAILS } from "./rails-and-strip.ts";
import { CHANNEL_FLUSH, SEAL_TEST, SUPPLY_CHECK } from "./recovery.ts";
import { SERVICE_STATION } from "./service-station.ts";
import { SOLVENT_WEEKLY } from "./solvent-weekly.ts";
import { COLOUR_SYSTEM, STATION_AND_SUMP, SURROUND_BY_MENU, WHITE_SYSTEM } from "./station.ts";
import { CARTRIDGE_STORAGE, FLUSH_FOR_STORAGE, STORAGE_AGREED } from "./storage.ts";
import { HEAD_REPLACEMENT, SERVICE_OF_CAP, SOAK_AND_BRUSH } from "./technician.ts";
import { THREE_POINTS } from "./three-points.ts";
import { UV_OPENING } from "./uv-opening.ts";
import { WAKE_UP } from "./wake.ts";
import { EMPTY_WASTE } from "./waste.ts";
import { REPACK, WASTE_CARTRIDGE } from "./waste-cartridge.ts";
import { CODER_HEAD, SHIFT_WHITE } from "./weekly.ts";
import { WIPE_AND_FLUSH } from "./wipe-and-flush.ts";
import { WIPERS_AND_PADS } from "./wiper-kit.ts";

/** The steps of the built-in routines. */
export const STEPS: Readonly<Record<string, readonly Step[]>> = {
  R01: OPENING_CHECK,
  R02: AGITATE_WHITE,
  R03: PRE_PRINT,
  R04: OPENING_CLEANS,
  R05: UV_OPENING,
  R06: CHECK_AGAIN,
  R07: THREE_POINTS,
  R08: WASTE_LOOK,
  R09: PAUSE_CAP,
  R10: WATER_CAP,
  R11: CLEAN_AND_CAP,
  R12: WIPE_AND_FLUSH,
  R13: SHUTDOWN,
  R14: EXERCISE,
  R15: CHECK_AGAIN,
  R16: BY_HAND,
  R17: STATION_AND_SUMP,
  R18: CAP_AND_FILTER,
  R19: CAPS_AND_BOX,
  R20: BASIC_CLEAN,
  R21: DEEP_CLEAN,
  R22: SHIFT_WHITE,
  R23: CODER_HEAD,
  R24: SOLVENT_WEEKLY,
  R25: SERVICE_STATION,
  R26: SURROUND_THEN_CAPS,
  R27: WHITE_SYSTEM,
  R28: COLOUR_SYSTEM,
  R29: CAP_SOAK,
  R30: AIR_FILTERS,
  R31: GREASE_RAILS,
  R32: ENCODER_STRIP,
  R33: WIPERS_AND_PADS,
  R34: CHANNEL_FLUSH,
  R35: SUPPLY_CHECK,
  R36: SEAL_TEST,
  R37: SERVICE_OF_CAP,
  R38: SOAK_AND_BRUSH,
  R39: HEAD_REPLACEMENT,
  R40: DRYING_CAP,
  R41: FOAMS,
  R42: WASTE_CARTRIDGE,
  R43: CUTTER,
  R44: REPACK,
  R45: EMPTY_WASTE,
  R46: REPLACE_INK,
  R47: SURROUND_BY_MENU,
  R48: INTERIOR,
  R50: STORAGE_AGREED,
  R51: FLUSH_FOR_STORAGE,
  R52: CARTRIDGE_STORAGE,
  R53: LINE_FLUSH,
  R54: HEAD_OUT,
  R55: WAKE_UP,
};

const GLOVES = "nitrile gloves";
const LIGHT = "a light or mirror";

/** What is worn and at hand before the first step (common practice, no source). */
export const GEAR: Readonly<Record<string, Gear>> = {
  R02: [GLOVES],
  R03: [GLOVES, "goggles", "lint-free towel", "cleaning fluid", "foam swabs", LIGHT],
  R05: [GLOVES, "long sleeves", "goggles", "lint-free wipes", "UV cleaner", "clear scrap"],
  R06: ["goggles", "clear scrap"],
  R07: [GLOVES, "foam swabs", "distilled water or the maker's fluid", "soft lint-free cloth", "lamp"],
  R08: [GLOVES],
  R09: [GLOVES, "distilled water", "syringe or dropper"],
  R10: [GLOVES, "distilled water", "syringe or dropper"],
  R11: [GLOVES, "goggles", "capping solution", "syringe", "foam swabs for white and for colour"],
  R12: [GLOVES, "lint-free wipes for white and for colour", "foam swabs"],
  R14: [GLOVES, "film or a test garment"],
  R16: [GLOVES, "foam swabs", "a fin swab", "the maker's fluid", "a light"],
  R17: [GLOVES, "goggles", "foam swabs for white and for colour", "cleaning fluid", "lint-free wipes", "mirror"],
  R18: [GLOVES, "goggles", "foam swabs for white and for colour", "cleaning fluid", "tweezers", "paper"],
  R19: [GLOVES, "goggles", "foam swabs for white and for colour", "fluid", "warm water"],
  R20: [
    GLOVES,
    "goggles",
    "foam swabs for white and for colour",
    "cleaning solution",
    "flat mirror",
    "lamp",
    "glass cleaner",
    "shop towels",
  ],
  R21: [
    GLOVES,
    "goggles",
    "thick towel that does not shed",
    "bowl of water",
    "distilled water in a squirt bottle",
    "transfer pump or large syringe",
    "a light",
  ],
  R22: [GLOVES, "labels"],
  R23: ["solvent-proof gloves", "goggles", "tray", "the coder's solvent", "air bulb", "PTFE brush", "lidded metal bin"],
  R24: [
    "solvent-proof gloves",
    "goggles",
    "cleaning sticks",
    "solvent cleaner and a cup",
    "lamp or shiny tray",
    "lint-free wipes",
    "lidded metal bin",
  ],
  R25: [GLOVES, "goggles", "lint-free wipes", "alcohol or an approved cleaner", "distilled water", "small brush"],
  R26: [GLOVES, "three cleaning sticks", "lint-free wipes"],
  R27: [GLOVES, "jig", "two pads", "dropper", "cleaning fluid"],
  R28: [GLOVES, "jig", "two pads", "dropper", "cleaning fluid"],
  R29: [GLOVES, "cleaning fluid", "dropper", "lint-free wipes"],
  R30: ["mask", GLOVES],
  R31: [GLOVES, "lint-free wipes", "rail grease", "applicator"],
  R32: [GLOVES, "lint-free wipes", "alcohol or glass cleaner"],
  R33: ["solvent-proof gloves", "goggles", "the maker's kit", "cleaning sticks", "lidded metal bin"],
  R34: [GLOVES, "goggles", "syringe", "fitting fluid", "rag", "lidded metal bin"],
  R35: [GLOVES, "goggles", "syringe", "rag"],
  R36: [GLOVES, "goggles"],
  R37: [GLOVES, "goggles", "cap pads or assembly", "cleaning fluid", "syringe"],
  R38: [GLOVES, "goggles", "fitting fluid", "the maker's tool"],
  R39: [GLOVES, "goggles", "new head", "the machine's manual"],
  R40: [GLOVES, "drying cap", "wiper roll", "paper"],
  R41: [GLOVES, "new foams", "two cleaning sticks", "cleaning fluid and a cup", "paper towel", "cloth", "lamp"],
  R42: [GLOVES, "new waste cartridge", "its bag"],
  R43: ["cut-proof gloves", "new blade", "tube for the old blade"],
  R44: [GLOVES, "goggles", "mask", "labelled waste container"],
  R45: [GLOVES, "goggles", "labelled waste container"],
  R46: [GLOVES],
  R47: [GLOVES, "foam swabs for white and for colour"],
  R48: [GLOVES, "mask", "lint-free wipes", "a light"],
  R51: [GLOVES, "goggles", "labelled waste container"],
  R52: [GLOVES, "goggles", "cleaning cartridges, one a slot", "container of about 4 L", "labelled waste container"],
  R53: [GLOVES, "goggles", "bottles of fluid, two full sets", "clips", "lint-free wipes", "labelled waste container"],
  R54: [GLOVES, "goggles", "matched cleaner", "storage liquid", "cup", "clean tubes", "tissue and tape", "folded towel", "the head's box"],
  R55: [GLOVES, "goggles", "ink, shaken", "lint-free wipes"],
};
