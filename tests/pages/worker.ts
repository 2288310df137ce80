/** Workers in the process of the tests: the worker's own code, told and telling by messages as in a browser. */

type Hear = (event: { data: unknown }) => unknown;
const hearers = new Map<string, Promise<Hear>>();
/** Whoever is told something meanwhile. */
let asking: InProcess | null = null;

class InProcess {
  onmessage: Hear | null = null;
  onerror: ((event: unknown) => void) | null = null;
  private readonly hear: Promise<Hear>;
  private ended = false;
  constructor(address: URL) {
    const known = hearers.get(address.href) ?? loaded(address);
    hearers.set(address.href, known);
    this.hear = known;
  }
  postMessage(data: unknown): void {
    void this.hear.then(async (hear) => {
      asking = this;
      try {
        await hear({ data: structuredClone(data) });
      } catch (error) {
        this.onerror?.(error);
      }
    });
  }
  tell(data: unknown): void {
    const copy = structuredClone(data);
    queueMicrotask(() => this.ended || this.onmessage?.({ data: copy }));
  }
  terminate(): void {
    this.ended = true;
  }
}

async function loaded(address: URL): Promise<Hear> {
  await import(address.pathname);
  return Reflect.get(globalThis, "onmessage") as Hear;
}

Object.assign(globalThis, { Worker: InProcess, postMessage: (data: unknown) => asking?.tell(data) });
