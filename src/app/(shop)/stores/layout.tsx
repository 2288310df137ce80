import type { ReactNode } from "react";
import stores from "../../../words/en/stores.json";
import { Words } from "../../../words/words.tsx";

export default function StoresLayout({ children }: { children: ReactNode }) {
  return <Words messages={{ stores }}>{children}</Words>;
}
