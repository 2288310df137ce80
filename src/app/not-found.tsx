import { buttonLook } from "../ui/kit/button.tsx";
import faults from "../words/en/faults.json";

export default function NotFound() {
  const words = faults.missing;
  return (
    <main className="mx-auto grid max-w-md justify-items-start gap-3 px-4 py-16">
      <h1>{words.title}</h1>
      <p className="text-lg">{words.note}</p>
      <a href="/" className={buttonLook("primary")}>
        {words.board}
      </a>
    </main>
  );
}
