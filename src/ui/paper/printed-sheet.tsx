import type { Box, SheetLine } from "../../core/paper/sheet.ts";
import { useWords } from "../../core/runs/outlook.ts";
import { statementWords } from "../../core/safety/statements.ts";
import type { SheetView, SheetWork } from "../../work/paper/paper.ts";
import { RowHead } from "../table.tsx";
import { PrintNow } from "./print-now.tsx";

/** A sheet as it lies on the clipboard: A4, black on white, boxes and lines to write on, whatever light the screen has. */
export function PrintedSheet({ view, code }: { view: SheetView; code: string }) {
  const { number, work, what, person, dayWords, site, deference } = view;
  return (
    <main className="mx-auto min-h-dvh max-w-[190mm] bg-white px-4 py-4 text-[11pt] text-black leading-snug print:max-w-none print:p-0">
      <style>{"@page { size: A4; margin: 12mm 12mm 14mm } @media print { html, body { background: #fff } }"}</style>
      <p className="mb-3 flex items-center gap-4 border-neutral-400 border-b pb-3 print:hidden">
        <PrintNow />
        <a href={`/paper/${view.id}`} className="!text-black">
          Type it in
        </a>
        <a href="/paper" className="!text-black">
          All sheets
        </a>
      </p>
      <header className="flex items-start gap-4">
        <div className="grow">
          <p>
            {site} · sheet <strong>{number}</strong>
          </p>
          <h1 className="!text-[17pt]">{what === "shift" ? `${person?.name}, ${dayWords}` : work[0]?.name}</h1>
          <p className="mt-2 flex flex-wrap gap-x-4 gap-y-2">
            {what === "routine" && <Blank label="Who" width="42mm" filled={person?.name} />}
            {what === "routine" && <Blank label="Day" width="26mm" />}
            {what === "shift" && <Blank label="Day, if another" width="34mm" />}
            <Blank label="Begun" width="16mm" />
            <Blank label="Ended" width="16mm" />
          </p>
        </div>
        <img src={code} alt={`Code that opens sheet ${number} to type it in`} width={84} height={84} />
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
        <p className="font-semibold">What else was seen</p>
        {[1, 2, 3].map((line) => (
          <div key={line} className="h-[9mm] border-neutral-500 border-b" />
        ))}
        <p className="mt-4 flex gap-6">
          <Blank label="Initials" width="30mm" />
          <Blank label="Typed in by" width="45mm" />
        </p>
      </section>
    </main>
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
            {statements && ` Usually: ${statementWords(statements)}.`}
          </p>
        ))}
        <p>
          {deference}
          {sheets.length > 0 && ` Data sheets: ${sheets.map(({ name, url }) => `${name}, ${url}`).join("; ")}.`}
        </p>
        {gear.length > 0 && (
          <p>
            <Square /> On and at hand, cautions read: {gear.join(", ")}.
          </p>
        )}
        {(tools.length > 0 || uses.length > 0) && (
          <p>
            <strong>Needs:</strong> {[...tools, ...uses.map(useWords)].join(", ")}.
          </p>
        )}
        <p>
          {machineState && (
            <>
              <strong>The machine:</strong> {machineState}.{" "}
            </>
          )}
          {minutes && `About ${minutes.hands} min at it and ${minutes.wait} min of waiting.`}
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
      {window?.begins && (
        <p className="pt-2 font-semibold">
          {window.text}: all of it within {window.withinMinutes} minutes, down to where this bar ends.
        </p>
      )}
      <div className="grid grid-cols-[7mm_1fr_auto] gap-x-2 border-neutral-400 border-b py-1.5">
        <span className="figure pt-0.5 text-right">{number}</span>
        <div>
          {only && <p className="text-[9pt] italic">Only if {only}</p>}
          <p className="font-semibold">
            {text} {on && <span className="font-normal">({on})</span>}
          </p>
          {detail && <p className="text-[9.5pt]">{detail}</p>}
          {uses.length > 0 && <p className="text-[9pt]">Uses {uses.join(", ")}.</p>}
          {opens && (
            <p className="text-[9pt]">
              Left open by this: {opens.words}.{opens.closedBy && ` Line ${opens.closedBy} closes it.`}
            </p>
          )}
          <Answer box={box} channels={channels} />
        </div>
        <div className="flex items-start gap-2">
          {timed && <Blank label="at" width="14mm" />}
          {!hasOwnBoxes(box) && <Square large />}
        </div>
      </div>
    </li>
  );
}

const hasOwnBoxes = (box: Box) => box.kind === "choice" || box.kind === "number" || box.kind === "check" || box.kind === "name";

function Square({ large = false }: { large?: boolean }) {
  return (
    <span aria-hidden="true" className={`inline-block border-[1.5px] border-black align-[-0.1em] ${large ? "size-[6mm]" : "size-[4mm]"}`} />
  );
}

/** `whole`: the sheet has every step, so an answer can lead to another line of it. */
function Answer({ box, channels, whole = true }: { box: Box; channels: SheetWork["channels"]; whole?: boolean }) {
  switch (box.kind) {
    case "choice":
      return (
        <p className="flex flex-wrap gap-x-5 gap-y-1 pt-1">
          {box.options.map(({ id, text, goes }) => (
            <span key={id}>
              <Square /> {text}
              {whole && goes && <span className="text-[9pt]"> (go to {goes})</span>}
            </span>
          ))}
        </p>
      );
    case "number":
      return (
        <p className="pt-1">
          <Blank label={`${box.what} (${box.min} to ${box.max})`} width="24mm" /> {box.unit}
        </p>
      );
    case "wait":
      return <p className="text-[9.5pt]">Wait {box.minutes} min; the machine is busy, you are free.</p>;
    case "hold":
      return (
        <p className="flex items-end gap-2 pt-1 text-[9.5pt]">
          Until: {box.until}; then {box.thenSeconds} s more. <Blank label="It took" width="18mm" /> s in all
        </p>
      );
    case "name":
      return (
        <p className="pt-1">
          <Blank label={box.by === "second" ? "Second look by" : "Supervisor"} width="50mm" />
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
          <th className="py-0.5 font-normal">Channel</th>
          {["missing", "weak", "deflected"].map((each) => (
            <th key={each} className="w-[19mm] font-normal">
              {each}
            </th>
          ))}
          <th className="font-normal">side by side · all out · not read</th>
        </tr>
      </thead>
      <tbody>
        {channels.map(({ id, ink }) => (
          <tr key={id} className="h-[7mm] border-neutral-400 border-b">
            <RowHead className="font-normal">
              <span className="figure">{id}</span> {ink.replaceAll("-", " ")}
            </RowHead>
            {[1, 2, 3].map((each) => (
              <td key={each} className="border-neutral-400 border-l" />
            ))}
            <td className="border-neutral-400 border-l pl-2">
              <Square /> side <Square /> gone <Square /> not read
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
              {minutes.hands} min{minutes.wait ? ` + ${minutes.wait} waiting` : ""}
            </span>
          )}
        </strong>
        <span>
          <Square /> done
        </span>
        <Blank label="at" width="16mm" />
        <span>
          <Square /> skipped
        </span>
        <Blank label="why" width="26mm" />
      </p>
      {lines.map((line) => (
        <div key={line.at} className="mt-1.5 pl-9 text-[10pt]">
          {line.only && <span className="text-[9pt] italic">Only if so above. </span>}
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
