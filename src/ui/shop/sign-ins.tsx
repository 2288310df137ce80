"use client";
import { useRouter } from "next/navigation";
import { toast } from "sonner";
import type { PeopleView } from "../../work/access/people.ts";
import { trying } from "../say.ts";
import { ask } from "../send.ts";
import { RowHead, TableHead } from "../table.tsx";

/** Who is signed in where; a sign-in ended here is dead at once. */
export function SignIns({ sessions }: { sessions: PeopleView["sessions"] }) {
  const router = useRouter();
  const end = async (id: string, name: string) => {
    await trying(async () => {
      await ask("/api/sessions", { method: "DELETE", body: { id } });
      toast(`${name} is signed out there.`);
      router.refresh();
    });
  };
  return (
    <table className="w-full text-sm">
      <TableHead columns={["Who", "Since", "Last seen", "Address", "Browser", "End"]} />
      <tbody>
        {sessions.map((session) => (
          <tr key={session.id} className="border-line border-b align-baseline">
            <RowHead>{session.name}</RowHead>
            <td className="figure whitespace-nowrap pr-3">{session.since.slice(0, 16).replace("T", " ")}</td>
            <td className="figure whitespace-nowrap pr-3">{session.seen.slice(0, 16).replace("T", " ")}</td>
            <td className="figure pr-3">{session.address}</td>
            <td className="max-w-xs truncate pr-3 text-ink2">{session.browser}</td>
            <td>
              {session.own ? (
                "this one"
              ) : (
                <button type="button" className="press" onClick={() => end(session.id, session.name)}>
                  End
                </button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
