import { mayDo } from "../../../../../core/safety/who-may.ts";
import { Refusal } from "../../../../../core/shop/refusal.ts";
import { MachinePage } from "../../../../../ui/standby/machine-page.tsx";
import idle from "../../../../../words/en/idle.json";
import standby from "../../../../../words/en/standby.json";
import { Words } from "../../../../../words/words.tsx";
import { database } from "../../../../../work/database.ts";
import { standbyView } from "../../../../../work/standby/machine.ts";
import { decoded } from "../../../../decoded.ts";
import { pageActor } from "../../../../page-actor.ts";

export const metadata = { title: "Idle time" };

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ from?: string; to?: string; regime?: string }> };

export default async function Machine({ params, searchParams }: Props) {
  const actor = await pageActor();
  const [{ id: machine }, ask] = await Promise.all([params, searchParams]);
  try {
    const view = await standbyView(database(), actor, decoded(machine), ask);
    return (
      <Words messages={{ idle, standby }}>
        <MachinePage
          key={`${view.seq}${JSON.stringify(ask)}`}
          view={view}
          mayRecord={mayDo(actor.role, "record")}
          maySetUp={mayDo(actor.role, "set-up")}
        />
      </Words>
    );
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return (
      <div className="pt-4">
        <p role="alert" className="border-hold border-l-4 pl-2">
          {error.message}
        </p>
        <p className="mt-3">
          <a href={`/machines/${encodeURIComponent(decoded(machine))}/idle`}>{idle.wrong}</a>
        </p>
      </div>
    );
  }
}
