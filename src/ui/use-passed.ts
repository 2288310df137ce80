import { useEffect, useState } from "react";

/** Milliseconds since something arrived here, counted every so often; by the server's clock it is that much later. */
export function usePassed(arrival: unknown, everyMs: number): number {
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    const from = performance.now();
    setPassed(0);
    const timer = setInterval(() => setPassed(performance.now() - from), everyMs);
    return () => clearInterval(timer);
  }, [arrival, everyMs]);
  return passed;
}
