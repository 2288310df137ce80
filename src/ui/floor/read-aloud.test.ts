// @vitest-environment happy-dom
import { afterEach, expect, test, vi } from "vitest";
import { canReadAloud, readAloud, turnReadAloud } from "./read-aloud.ts";

/** The browser's voice, by a stub that keeps what it was to say. */
const spoken: { text: string; lang: string }[] = [];
const voice = {
  speak: vi.fn((said: { text: string; lang: string }) => spoken.push({ text: said.text, lang: said.lang })),
  cancel: vi.fn(),
};
const withVoice = () => {
  vi.stubGlobal("speechSynthesis", voice);
  vi.stubGlobal(
    "SpeechSynthesisUtterance",
    class {
      lang = "";
      constructor(readonly text: string) {}
    },
  );
};
afterEach(() => {
  vi.unstubAllGlobals();
  vi.clearAllMocks();
  spoken.length = 0;
  localStorage.clear();
});

test("a text is said in the language of who reads, and what was being said stops", () => {
  withVoice();
  readAloud("Draw the cap dry.", "en");
  expect(voice.cancel).toHaveBeenCalledOnce();
  expect(spoken).toEqual([{ text: "Draw the cap dry.", lang: "en" }]);
});
test("a browser without a voice says nothing, and nothing breaks", () => {
  vi.stubGlobal("speechSynthesis", undefined);
  expect(canReadAloud()).toBe(false);
  expect(() => readAloud("Draw the cap dry.", "en")).not.toThrow();
  expect(() => turnReadAloud(false)).not.toThrow();
});
test("turned off, it stops at once; the device remembers", () => {
  withVoice();
  turnReadAloud(true);
  expect(localStorage.length).toBe(1);
  turnReadAloud(false);
  expect(localStorage.length).toBe(0);
  expect(voice.cancel).toHaveBeenCalledOnce();
});
