import { ADDRESS } from "./dom.ts";

/** What a browser and the framework would hold for a page: cookies, the headers of a request, toasts. One for all files of tests. */

export const cookies = new Map<string, string>();
export const headersNow = () =>
  new Headers({ cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join("; "), host: new URL(ADDRESS).host });
/** What a server asks a browser to keep. */
export function keep(headers: Headers): void {
  for (const each of headers.getSetCookie()) {
    const [, name = "", value = ""] = /^([^=]+)=([^;]*)/.exec(each) ?? [];
    if (value === "" || /max-age=0/i.test(each)) cookies.delete(name);
    else cookies.set(name, value);
  }
}

/** What toasts offer to do, the newest last. */
export const offered: { label: string; onClick: () => void }[] = [];
/** Toasts, the newest last. */
export const said: string[] = [];

export const headersModule = { headers: async () => headersNow(), cookies: async () => ({ get: () => undefined }) };
export const toastModule = {
  toast: Object.assign(
    (text: string, more?: { action?: { label: string; onClick: () => void } }) => {
      said.push(text);
      if (more?.action) offered.push(more.action);
    },
    {
      error: (text: string, more?: { description?: string }) => void said.push([text, more?.description].filter(Boolean).join("\n")),
    },
  ),
  toastsStand: () => {},
};
