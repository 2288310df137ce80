import Link from "next/link";

export default function NotFound() {
  return (
    <main className="mx-auto max-w-md px-4 py-12">
      <h1>There is no such page</h1>
      <p className="mt-2">
        What it showed may have been archived, or the address is mistyped. <Link href="/">To the Board</Link>
      </p>
    </main>
  );
}
