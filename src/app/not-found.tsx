import Link from "next/link";
import { buttonLook } from "../ui/kit/button.tsx";
import access from "../words/en/access.json";

export default function NotFound() {
  const words = access.missing;
  return (
    <main className="mx-auto grid max-w-md justify-items-start gap-3 px-4 py-16">
      <h1>{words.title}</h1>
      <p className="text-lg">{words.note}</p>
      <Link href="/" className={buttonLook("primary")}>
        {words.board}
      </Link>
    </main>
  );
}
