import { notFound } from "next/navigation";
import { KitPage } from "../../ui/kit/kit-page.tsx";

export const metadata = { title: "The kit" };

/** Every part of the kit with its states; for developers and tests only. */
export default async function Kit() {
  if (process.env.ZESTY_DEV !== "1" && process.env.ZESTY_KIT !== "1") notFound();
  return <KitPage />;
}
