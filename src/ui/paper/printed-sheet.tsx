import type { Box, SheetLine } from "../../core/paper/sheet.ts";
import { useWords } from "../../core/runs/outlook.ts";
import { statementWords } from "../../core/safety/statements.ts";
import { printsWords as t } from "../../words/prints.ts";
import type { SheetView, SheetWork } from "../../work/paper/paper.ts";
import { PrintPage, Square } from "../print/print-page.tsx";

/** A sheet as it lies on the clipboard: A4, black on white, boxes and lines to write on, whatever light the screen has. */
export function PrintedSheet({ view, code }: { view: SheetView; code: string }) {
  const { number, work, what, person, dayWords, site, deference } = view;
  return (
    <PrintPage
      tools={
        <>
          <a href={`/paper/${view.id}`}>{t("sheet.typeIn")}</a>
          <a href="/paper">{t("sheet.all")}</a>
        </>
      }
    >
      <header className="flex items-start gap-4">
        <div className="grow">
          <p className="font-semibold">{t("sheet.number", { shop: site, number })}</p>
          <h1 className="!text-[17pt]">
            {what === "shift" ? t("sheet.shiftOf", { person: person?.name ?? "", day: dayWords }) : work[0]?.name}
          </h1>
          <p className="mt-2 flex flex-wrap gap-x-4 gap-y-2">
            {what === "routine" && <Blank label={t("sheet.who")} width="42mm" filled={person?.name} />}
            {what === "routine" && <Blank label={t("sheet.day")} width="26mm" />}
            {what === "shift" && <Blank label={t("sheet.otherDay")} width="34mm" />}
            <Blank label={t("sheet.begun")} width="16mm" />
            <Blank label={t("sheet.ended")} width="16mm" />
          </p>
        </div>
        <img src={code} alt={t("sheet.code", { number })} width={84} height={84} />
      </header>
      {what === "routine"
        ? work.map((each) => <WholeRoutine key={each.name} work={each} deference={deference} />)
        : work.map((each, index) => <ShiftWork key={`${index}-${each.name}`} work={each} number={index + 1} />)}
      {what === "shift" && (
        <p className="mt-3 break-inside-avoid text-[9pt]">
          {deference} {[...new Set(work.flatMap(({ hazards }) => hazards.map(({ name, caution }) => `${name}: ${caution}`)))].join(" ")}
        </p>
      )}
      <section className="mt-4 break-inside-avoid">
        <p className="font-semibold">{t("sheet.seen")}</p>
        {[1, 2, 3].map((line) => (
          <div key={line} className="h-[9mm] border-neutral-500 border-b" />
        ))}
        <p className="mt-4 flex gap-6">
          <Blank label={t("sheet.initials")} width="30mm" />
          <Blank label={t("sheet.typedBy")} width="45mm" />
        </p>
      </section>
    </PrintPage>
  );
}

function Blank({ label, width, filled }: { label: string; width: string; filled?: string | undefined }) {
  return (
    <span className="inline-flex items-end gap-1.5">
      <span className="text-[9pt]">{label}</span>
      <span className="inline-block h-[7mm] border-black border-b px-1" style={{ minWidth: width }}>
        {filled}
      </span>
    </span>
  );
}

/** One routine with its cautions, materials and every step. */
function WholeRoutine({ work, deference }: { work: SheetWork; deference: string }) {
  const { hazards, sheets, gear, tools, uses, minutes, machineState, lines, channels } = work;
  return (
    <>
      <section className="mt-3 grid break-inside-avoid gap-1 border border-black p-2 text-[9.5pt]">
        {hazards.map(({ name, caution, statements }) => (
          <p key={name}>
            <strong>{name}.</strong> {caution}
            {statements && ` ${t("sheet.usually", { words: statementWords(statements) })}`}
          </p>
        ))}
        <p>
          {deference}
          {sheets.length > 0 && ` ${t("sheet.dataSheets", { list: sheets.map(({ name, url }) => `${name}, ${url}`).join("; ") })}`}
        </p>
        {gear.length > 0 && (
          <p>
            <Square /> {t("sheet.gear", { list: gear.join(", ") })}
          </p>
        )}
        {(tools.length > 0 || uses.length > 0) && (
          <p>
            <strong>{t("sheet.need")}</strong> {[...tools, ...uses.map(useWords)].join(", ")}.
          </p>
        )}
        <p>
          {machineState && (
            <>
              <strong>{t("sheet.machine")}</strong> {machineState}.{" "}
            </>
          )}
          {minutes && t("sheet.minutes", { hands: minutes.hands, wait: minutes.wait })}
        </p>
      </section>
      <ol className="mt-2">
        {lines.map((line) => (
          <Line key={line.at} line={line} channels={channels} />
        ))}
      </ol>
    </>
  );
}

function Line({ line, channels }: { line: SheetLine; channels: SheetWork["channels"] }) {
  const { number, text, on, detail, only, box, timed, window, opens, uses } = line;
  return (
    <li className={`break-inside-avoid ${window ? "border-black border-l-[3px] pl-2" : "pl-[calc(0.5rem+3px)]"}`}>
      {window?.begins && <p className="pt-2 font-semibold">{t("sheet.window", { text: window.text, minutes: window.withinMinutes })}</p>}
      <div className="grid grid-cols-[7mm_1fr_auto] gap-x-2 border-neutral-400 border-b py-1.5">
        <span className="figure pt-0.5 text-right">{number}</span>
        <div>
          {only && <p className="text-[9pt] italic">{t("sheet.only", { words: only })}</p>}
          <p className="font-semibold">
            {text} {on && <span className="font-normal">({on})</span>}
          </p>
          {detail && <p className="text-[9.5pt]">{detail}</p>}
          {uses.length > 0 && <p className="text-[9pt]">{t("sheet.uses", { list: uses.join(", ") })}</p>}
          {opens && (
            <p className="text-[9pt]">
              {t("sheet.opens", { words: opens.words })} {opens.closedBy && t("sheet.closedBy", { line: opens.closedBy })}
            </p>
          )}
          <Answer box={box} channels={channels} />
        </div>
        <div className="flex items-start gap-2">
          {timed && <Blank label={t("sheet.at")} width="14mm" />}
          {!hasOwnBoxes(box) && <Square large />}
        </div>
      </div>
    </li>
  );
}

const hasOwnBoxes = (box: Box) => box.kind === "choice" || box.kind === "number" || box.kind === "check" || box.kind === "name";

/** `whole`: the sheet has every step, so an answer can lead to another line of it. */
function Answer({ box, channels, whole = true }: { box: Box; channels: SheetWork["channels"]; whole?: boolean }) {
  switch (box.kind) {
    case "choice":
      return (
        <p className="flex flex-wrap gap-x-5 gap-y-1 pt-1">
          {box.options.map(({ id, text, goes }) => (
            <span key={id}>
              <Square /> {text}
              {whole && goes && <span className="text-[9pt]"> {t("sheet.goTo", { line: goes })}</span>}
            </span>
          ))}
        </p>
      );
    case "number":
      return (
        <p className="pt-1">
          <Blank label={t("sheet.range", { what: box.what, min: box.min, max: box.max })} width="24mm" /> {box.unit}
        </p>
      );
    case "wait":
      return <p className="text-[9.5pt]">{t("sheet.wait", { minutes: box.minutes })}</p>;
    case "hold":
      return (
        <p className="flex items-end gap-2 pt-1 text-[9.5pt]">
          {t("sheet.until", { until: box.until, seconds: box.thenSeconds })} <Blank label={t("sheet.took")} width="18mm" />{" "}
          {t("sheet.seconds")}
        </p>
      );
    case "name":
      return (
        <p className="pt-1">
          <Blank label={t(box.by === "second" ? "sheet.second" : "sheet.supervisor")} width="50mm" />
        </p>
      );
    case "check":
      return <Channels channels={channels} />;
    default:
      return null;
  }
}

/** Counts are written channel by channel; a letter in the last column says how the missing ones lie. */
function Channels({ channels }: { channels: SheetWork["channels"] }) {
  return (
    <table className="mt-1 w-full break-inside-avoid text-[9.5pt]">
      <thead>
        <tr className="border-black border-b text-left">
          <th scope="col" className="py-0.5 font-normal">
            {t("sheet.channel")}
          </th>
          {(["missing", "weak", "deflected"] as const).map((each) => (
            <th key={each} scope="col" className="w-[19mm] font-normal">
              {t(`sheet.${each}`)}
            </th>
          ))}
          <th scope="col" className="font-normal">
            {t("sheet.marks")}
          </th>
        </tr>
      </thead>
      <tbody>
        {channels.map(({ id, ink }) => (
          <tr key={id} className="h-[7mm] border-neutral-400 border-b">
            <th scope="row" className="text-left font-normal">
              <span className="figure">{id}</span> {ink.replaceAll("-", " ")}
            </th>
            {[1, 2, 3].map((each) => (
              <td key={each} className="border-neutral-400 border-l" />
            ))}
            <td className="border-neutral-400 border-l pl-2">
              <Square /> {t("sheet.neighbours")} <Square /> {t("sheet.gone")} <Square /> {t("sheet.unread")}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A piece of work on a shift's sheet: when, done or skipped, and what must be read. */
function ShiftWork({ work, number }: { work: SheetWork; number: number }) {
  const { name, lines, minutes, routine, channels } = work;
  return (
    <section className="mt-2 break-inside-avoid border-black border-t pt-1.5">
      <p className="flex flex-wrap items-center gap-x-4">
        <span className="figure w-5 text-right">{number}</span>
        <strong className="grow">
          {name} <span className="font-normal text-[9pt]">{routine}</span>
          {minutes && (
            <span className="font-normal text-[9pt]">
              {" "}
              {minutes.wait
                ? t("sheet.handsWait", { hands: minutes.hands, wait: minutes.wait })
                : t("sheet.hands", { hands: minutes.hands })}
            </span>
          )}
        </strong>
        <span>
          <Square /> {t("sheet.done")}
        </span>
        <Blank label={t("sheet.at")} width="16mm" />
        <span>
          <Square /> {t("sheet.skipped")}
        </span>
        <Blank label={t("sheet.why")} width="26mm" />
      </p>
      {lines.map((line) => (
        <div key={line.at} className="mt-1.5 pl-9 text-[10pt]">
          {line.only && <span className="text-[9pt] italic">{t("sheet.onlyAbove")} </span>}
          {line.box.kind !== "number" && (
            <span>
              {line.text} {line.on && `(${line.on})`}
            </span>
          )}
          <Answer box={line.box} channels={channels} whole={false} />
        </div>
      ))}
    </section>
  );
}
