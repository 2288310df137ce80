import { afterEach, vi } from "vitest";

// Files of tests share their modules; what is stood in for, and what is put away after a test, is told to each of them.
vi.doMock("next/headers", async () => (await import("./stand-in.ts")).headersModule);
vi.doMock("../../src/ui/toast.ts", async () => (await import("./stand-in.ts")).toastModule);
afterEach(async () => (await import("./shop.tsx")).left());
