import type { ReactNode } from "react";
import paper from "../../../words/en/paper.json";
import { Words } from "../../../words/words.tsx";

export default function PaperLayout({ children }: { children: ReactNode }) {
  return <Words messages={{ paper }}>{children}</Words>;
}
