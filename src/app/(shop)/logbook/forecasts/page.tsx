import { ForecastsPage } from "../../../../ui/logbook/forecasts-page.tsx";
import { database } from "../../../../work/database.ts";
import { forecastsView } from "../../../../work/forecasts/forecasts.ts";
import { found } from "../../../found.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Forecasts" };

export default async function Page() {
  return <ForecastsPage view={await found(forecastsView(database(), await pageActor()))} />;
}
