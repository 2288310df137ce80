"use client";
import Link from "next/link";
import { Popover } from "radix-ui";
import { memo } from "react";
import { mayDo } from "../../core/safety/who-may.ts";
import type { Role } from "../../core/fleet/vocabulary.ts";
import type { ItemView, MachineRow } from "../../work/board.ts";
import { Comb } from "../comb.tsx";
import { StateMark } from "../state-mark.tsx";
import { Item } from "./item.tsx";
import { ReleaseForm } from "./release-form.tsx";

type Props = { row: MachineRow; role: Role; chosen: boolean; onChoose: (id: string, chosen: boolean) => void };

/** One machine of the Board. */
export const BoardRow = memo(function BoardRow({ row, role, chosen, onChoose }: Props) {
  const mayRecord = mayDo(role, "record");
  const cell = (items: ItemView[]) =>
    items.length > 0 && (
      <div className="flex flex-wrap gap-x-1.5 leading-[1.25]">
        {items.map((item) => (
          <Item key={item.key} item={item} machine={row} mayRecord={mayRecord} />
        ))}
      </div>
    );
  const combs = row.channels.slice(0, 8);
  return (
    <tr className={`border-hair border-b align-middle ${chosen ? "bg-tint" : ""}`}>
      <td className="w-7 py-0.5 pl-3">
        <input type="checkbox" checked={chosen} onChange={(event) => onChoose(row.id, event.target.checked)} aria-label={`Choose ${row.name}`} className="size-4 accent-(--accent)" data-row={row.id} />
      </td>
      <th scope="row" className="py-0.5 pr-2 text-left font-semibold">
        <Link href={`/machines/${row.id}`} className="text-ink no-underline hover:underline">
          {row.name}
        </Link>{" "}
        <span className="font-normal text-soft text-xs uppercase">{row.class}</span>
      </th>
      <td className="max-w-0 py-0.5 pr-2">
        <Popover.Root>
          <Popover.Trigger className="flex w-full items-baseline gap-2 rounded-sm text-left hover:bg-tint">
            <StateMark word={row.word} />
            <span className="truncate text-[0.84rem] text-soft">{row.missed ? `Missed ${row.missed.day}: ${row.missed.names.join(", ")}. ` : ""}{row.why}</span>
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content align="start" sideOffset={4} collisionPadding={8} className="z-20 grid w-96 gap-2 rounded-sm border border-soft bg-raised p-3 shadow-lg">
              <StateMark word={row.word} />
              <p>{row.why}</p>
              {row.missed && <p className="text-stop">Missed on {row.missed.day}: {row.missed.names.join(", ")}.</p>}
              <p>Next: {row.next.words}.</p>
              <p className="flex flex-wrap gap-3 text-sm">
                {row.evidence.map((id, index) => (
                  <Link key={id} href={`/ledger/${id}`}>
                    {index === 0 ? "The entry it rests on" : "and another"}
                  </Link>
                ))}
              </p>
              {mayRecord && row.channels.length > 0 && row.class !== "cij" && (
                <Link href={`/check?machines=${row.id}`} className="press press-main">
                  Enter a check
                </Link>
              )}
              {mayDo(role, "release") && (row.word === "Hold" || row.word === "Unchecked") && <ReleaseForm machine={row} />}
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </td>
      <td className="py-0.5 pr-2">
        <span className="flex flex-wrap gap-0.5">
          {combs.map((channel) => (
            <Comb key={channel.id} channel={channel} stale={row.word === "Unchecked"} width={26} height={13} />
          ))}
        </span>
      </td>
      <td className="py-0.5 pr-2">{cell(row.beats.opening)}</td>
      <td className="py-0.5 pr-2">{cell(row.beats.midday)}</td>
      <td className="py-0.5 pr-2">{cell(row.beats.closing)}</td>
      <td className="py-0.5 pr-3">{cell(row.also)}</td>
    </tr>
  );
});
