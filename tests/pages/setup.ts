import { afterEach, vi } from "vitest";

// Files of tests share their modules: each of them sets its doubles, and clears up after each test.
vi.doMock("next/headers", async () => (await import("./stand-in.ts")).headersModule);
vi.doMock("../../src/ui/toast.ts", async () => (await import("./stand-in.ts")).toastModule);
afterEach(async () => (await import("./shop.tsx")).left());
