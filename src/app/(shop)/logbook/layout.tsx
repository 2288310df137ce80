import type { ReactNode } from "react";
import logbook from "../../../words/en/logbook.json";
import { Words } from "../../../words/words.tsx";

export default function LogbookLayout({ children }: { children: ReactNode }) {
  return <Words messages={{ logbook }}>{children}</Words>;
}
