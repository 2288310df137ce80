import type { ReactNode } from "react";
import shop from "../../../words/en/shop.json";
import { Words } from "../../../words/words.tsx";

export default function ShopWords({ children }: { children: ReactNode }) {
  return <Words messages={{ shop }}>{children}</Words>;
}
