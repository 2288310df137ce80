import { notFound } from "next/navigation";
import { isLanguage } from "../../../core/shop/languages.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { Spoken } from "../../../ui/floor/spoken.tsx";
import { Wall } from "../../../ui/wall.tsx";
import { wallView } from "../../../work/needs/wall-view.ts";

export const metadata = { title: "Wall", robots: { index: false } };

type Asked = { params: Promise<{ token: string }>; searchParams: Promise<{ language?: string }> };

/** @example /wall/TOKEN?language=es */
export default async function WallPage({ params, searchParams }: Asked) {
  const { token } = await params;
  const { language } = await searchParams;
  const first = await wallView(token).catch((error) => {
    if (error instanceof Refusal) return undefined;
    throw error;
  });
  if (!first) notFound();
  return (
    <Spoken language={isLanguage(language) ? language : "en"}>
      <Wall first={first} token={token} />
    </Spoken>
  );
}
