import { useEffect, useState } from "react";

/** Ticks once a second. */
export function useTick(): void {
  const [, tick] = useState(0);
  useEffect(() => {
    const each = setInterval(() => tick((count) => count + 1), 1000);
    return () => clearInterval(each);
  }, []);
}
