import type { Said } from "../send.ts";

/** What was refused, with each place. */
export function Fault({ fault }: { fault: Said }) {
  return (
    <div role="alert" className="mt-2 text-hold">
      <p>{fault.message}</p>
      <ul className="max-h-60 list-disc overflow-auto pl-5 text-sm">
        {fault.problems.map(({ path, message }) => (
          <li key={path + message}>
            <code>{path}</code>: {message}
          </li>
        ))}
      </ul>
    </div>
  );
}
