"use client";
import { CircleHelpIcon, EllipsisIcon, PrinterIcon, SendIcon, UserPlusIcon } from "lucide-react";
import { Popover } from "radix-ui";
import { type ReactNode, useState } from "react";
import { GLYPHS } from "../../core/routines/glyph.ts";
import { toast } from "../toast.ts";
import { Button } from "./button.tsx";
import { Card, Empty, Skeleton } from "./card.tsx";
import { Badge, Chip } from "./chip.tsx";
import { Comb } from "./comb.tsx";
import { Combobox } from "./combobox.tsx";
import { DateInput } from "./date-input.tsx";
import { Docket } from "./docket.tsx";
import { Checkbox, Field, NumberInput, TextArea, TextInput } from "./field.tsx";
import { Glyph } from "./glyph.tsx";
import { IconButton } from "./icon-button.tsx";
import { Initials } from "./initials.tsx";
import { Menu, MenuEntry } from "./menu.tsx";
import { Meter, Progress, Sparkline, Stretch } from "./meter.tsx";
import { Dialog, Panel } from "./panel.tsx";
import { PopCard } from "./pop-card.tsx";
import { Select } from "./select.tsx";
import { StateMark, WORD_COLOUR } from "./state-mark.tsx";
import { Switch } from "./switch.tsx";
import { Table } from "./table.tsx";
import { LinkTabs, Segmented } from "./tabs.tsx";
import { TimeInput } from "./time-input.tsx";
import { Vessel } from "./vessel.tsx";

const COLOURS = [
  "bg-desk",
  "bg-sheet",
  "bg-card",
  "bg-well",
  "bg-line",
  "bg-rule",
  "bg-ink",
  "bg-ink2",
  "bg-ink3",
  "bg-accent",
  "bg-fill",
  "bg-accent-wash",
];
const PEOPLE = [
  { value: "bram", name: "Bram Teasel", more: "59 min" },
  { value: "mirko", name: "Mirko Salt", more: "21 min" },
  { value: "ilse", name: "Ilse Quarrie", more: "no dtg skill", disabled: true },
];
const MACHINES = [
  { name: "Smelt", cleans: 66, inkMl: 336 },
  { name: "Sprat", cleans: 63, inkMl: 326 },
];
const channel = (colour: string, faults: Partial<Parameters<typeof Comb>[0]["channel"]> = {}) => ({
  id: "H1/C",
  ink: "cyan",
  colour,
  missing: 0,
  weak: 0,
  deflected: 0,
  neighbours: false,
  gone: false,
  unread: false,
  read: true,
  ...faults,
});

function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} className="grid content-start gap-2 border-line border-b py-3">
      <h2 className="font-semibold text-ink3 text-xs">{name}</h2>
      <div className="flex flex-wrap items-start gap-3">{children}</div>
    </section>
  );
}

/** Every part of the kit with its states, on one page. */
export function KitPage() {
  const [person, setPerson] = useState("bram");
  const [machine, setMachine] = useState("");
  const [day, setDay] = useState("2026-12-04");
  const [time, setTime] = useState("09:00");
  const [view, setView] = useState<"list" | "timeline">("timeline");
  const [quiet, setQuiet] = useState(true);
  const [open, setOpen] = useState<"panel" | "dialog" | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set(["Sprat"]));
  return (
    <main className="mx-auto max-w-5xl px-5 pb-10">
      <h1 className="py-3">The kit</h1>
      <div className="grid gap-x-8 lg:grid-cols-2">
        <Part name="Surface, ink, accent">
          {COLOURS.map((colour) => (
            <span key={colour} className="text-xs">
              <span className={`block h-6 w-14 border border-rule ${colour}`} />
              {colour.slice(3)}
            </span>
          ))}
        </Part>
        <Part name="State: shape, word, colour">
          {(Object.keys(WORD_COLOUR) as (keyof typeof WORD_COLOUR)[]).map((word) => (
            <StateMark key={word} word={word} />
          ))}
        </Part>
        <Part name="Buttons">
          <Button look="primary">
            <SendIcon aria-hidden="true" />
            Publish
          </Button>
          <Button>
            <PrinterIcon aria-hidden="true" />
            Print
          </Button>
          <Button look="quiet">Clear filters</Button>
          <Button look="danger">Stop</Button>
          <Button disabled>Not now</Button>
          <Button busy>Saving</Button>
          <Button size="small">
            <UserPlusIcon aria-hidden="true" />
            Give to Mirko
          </Button>
          <Button size="hand" look="primary">
            Done
          </Button>
          <IconButton name="Why">
            <CircleHelpIcon aria-hidden="true" />
          </IconButton>
        </Part>
        <Part name="Fields">
          <Field label="Waste level" className="w-40">
            <NumberInput unit="mL" defaultValue="886" />
          </Field>
          <Field label="Drain time" error="Must be 1 to 600 seconds." className="w-40">
            <NumberInput unit="s" defaultValue="0" />
          </Field>
          <Field label="Reason" hint="Optional" className="w-40">
            <TextInput defaultValue="Humid day" />
          </Field>
          <Field label="Note" className="w-40">
            <TextArea rows={2} />
          </Field>
          <Checkbox label="The old one is scrapped" />
        </Part>
        <Part name="Choose one">
          <Field label="Person" className="w-44">
            <Select value={person} onChange={setPerson} options={PEOPLE} />
          </Field>
          <Field label="Machine" className="w-44">
            <Combobox
              value={machine}
              onChange={setMachine}
              placeholder="Machine"
              options={MACHINES.map(({ name }) => ({ value: name, name }))}
            />
          </Field>
          <Segmented
            label="View"
            value={view}
            onChange={setView}
            options={[
              { value: "list", name: "List" },
              { value: "timeline", name: "Timeline" },
            ]}
          />
          <Switch label="Quiet" checked={quiet} onChange={setQuiet} />
        </Part>
        <Part name="Day and time">
          <Field label="Day" className="w-44">
            <DateInput value={day} onChange={setDay} today="2026-11-27" none="Not known" />
          </Field>
          <Field label="Time" className="w-56">
            <TimeInput value={time} onChange={setTime} times={["08:00", "09:00", "13:00", "21:30"]} />
          </Field>
        </Part>
        <Part name="Tabs">
          <LinkTabs
            label="About this machine"
            here="/kit"
            tabs={[
              { href: "/kit", name: "Overview" },
              { href: "/kit?nozzles", name: "Nozzles" },
              { href: "/kit?parts", name: "Parts", badge: <Badge bad>1</Badge> },
            ]}
          />
        </Part>
        <Part name="Chips, badges, people">
          <Chip>Prints today</Chip>
          <Chip tone="line">Draft</Chip>
          <Chip tone="bad">1 day late</Chip>
          <Chip tone="care">By 21:30</Chip>
          <Chip tone="good">Fits</Chip>
          <Badge>22</Badge>
          <Badge bad>1</Badge>
          <Initials name="Ottoline Marsh" me />
          <Initials name="Bram Teasel" />
          <Initials name="Bram Teasel" big />
        </Part>
        <Part name="Own drawings">
          <Comb channel={channel("#0f8fc7")} width={80} height={22} />
          <Comb channel={channel("#ffffff", { missing: 2, weak: 1 })} width={80} height={22} />
          <Comb channel={channel("#1b1b1c", { read: false, unread: true })} width={80} height={22} />
          <Vessel volumeMl={2000} limitMl={1700} ml={886} lowMl={800} highMl={980} name="Waste" height={70} />
          <Stretch
            label="10 minutes of hands, 8 alone, 6 of hands"
            parts={[
              { minutes: 10, hands: true },
              { minutes: 8, hands: false },
              { minutes: 6, hands: true },
            ]}
          />
          <Stretch label="12 minutes, late" late parts={[{ minutes: 12, hands: true }]} />
        </Part>
        <Part name="Kinds of work">
          {GLYPHS.map((glyph) => (
            <span key={glyph} className="grid justify-items-center text-xs">
              <Glyph name={glyph} size={18} />
              {glyph}
            </span>
          ))}
        </Part>
        <Part name="Ticket and card">
          <div className="w-56">
            <Docket rank={1} label="Teal">
              <b>Teal</b>
              <span className="text-sm">White 2: 3 nozzles out.</span>
            </Docket>
          </div>
          <Card className="w-56">
            <b>Shanny</b>
            <Meter share={0.9} label="90 % full" className="my-2" />
            Waste full today
          </Card>
        </Part>
        <Part name="Measure, progress, waiting">
          <Meter share={0.4} label="40 %" className="w-40" />
          <Meter share={1.2} label="120 %" className="w-40" />
          <div className="w-40">
            <Progress share={0.62} label="Reading the photo" />
          </div>
          <Sparkline label="Missing nozzles, ten checks" values={[0, 1, 1, null, 3, 2, 0, 0, 1, 0]} />
          <div className="w-40">
            <Skeleton />
          </div>
        </Part>
        <Part name="Say it">
          <Popover.Root>
            <Popover.Trigger asChild>
              <Button>Why?</Button>
            </Popover.Trigger>
            <PopCard label="Why" align="start" className="w-64">
              White 2 has 3 nozzles out. The limit is 2.
            </PopCard>
          </Popover.Root>
          <Menu
            button={
              <IconButton name="More">
                <EllipsisIcon aria-hidden="true" />
              </IconButton>
            }
          >
            <MenuEntry onSelect={() => toast("Printed.")}>Print</MenuEntry>
            <MenuEntry href="/kit">The kit</MenuEntry>
          </Menu>
          <Button onClick={() => toast("Published.", { action: { label: "Undo", onClick: () => toast("Undone.") } })}>Say it</Button>
          <Button onClick={() => setOpen("panel")}>Open panel</Button>
          <Button onClick={() => setOpen("dialog")}>Open dialog</Button>
        </Part>
        <Part name="Nothing yet">
          <Empty title="All jobs have somebody.">
            <Button>See the week</Button>
          </Empty>
        </Part>
        <Part name="Table">
          <Table
            label="Cleans"
            rows={MACHINES}
            keyOf={({ name }) => name}
            nameOf={({ name }) => name}
            onOpen={({ name }) => toast(name)}
            chosen={chosen}
            onChoose={(key, on) => setChosen(new Set(on ? [...chosen, key] : [...chosen].filter((each) => each !== key)))}
            dense
            columns={[
              { id: "name", name: "Machine", by: ({ name }) => name, cell: ({ name }) => <b>{name}</b> },
              { id: "cleans", name: "Cleans", right: true, by: ({ cleans }) => cleans, cell: ({ cleans }) => cleans },
              { id: "ink", name: "Ink, mL", right: true, by: ({ inkMl }) => inkMl, cell: ({ inkMl }) => inkMl },
            ]}
          />
        </Part>
      </div>
      <Panel title="Deep clean" open={open === "panel"} onOpenChange={(on) => setOpen(on ? "panel" : null)}>
        <p>Sprat, due Thu 26 Nov.</p>
      </Panel>
      <Dialog title="Stop this job?" open={open === "dialog"} onOpenChange={(on) => setOpen(on ? "dialog" : null)}>
        <p>Wiper and towel are still open.</p>
        <Button look="danger">Stop</Button>
      </Dialog>
    </main>
  );
}
