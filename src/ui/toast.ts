import type { ExternalToast, toast as Tool } from "sonner";

let shown: (tool: typeof Tool) => void = () => {};
const ready = new Promise<typeof Tool>((done) => {
  shown = done;
});

/** Messages stand on the page from now on; those said before appear. */
export const toastsStand = (tool: typeof Tool) => shown(tool);

/** Says something in a corner for some seconds. What shows it is loaded after the page, and what was said until then is kept. */
export const toast = Object.assign((text: string, more?: ExternalToast) => void ready.then((tool) => tool(text, more)), {
  error: (text: string, more?: ExternalToast) => void ready.then((tool) => tool.error(text, more)),
});
