import { notFound } from "next/navigation";
import { Refusal } from "../../../core/shop/refusal.ts";
import { Wall } from "../../../ui/wall.tsx";
import { wallView } from "../../../work/needs/wall-view.ts";

export const metadata = { title: "Wall", robots: { index: false } };

export default async function WallPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const first = await wallView(token).catch((error) => {
    if (error instanceof Refusal) return undefined;
    throw error;
  });
  if (!first) notFound();
  return <Wall first={first} token={token} />;
}
