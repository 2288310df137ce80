import { defineConfig } from "drizzle-kit";

export default defineConfig({
  dialect: "postgresql",
  schema: [
    "./src/ledger/tables.ts",
    "./src/ledger/floor-tables.ts",
    "./src/ledger/stores-tables.ts",
    "./src/ledger/standby-tables.ts",
    "./src/ledger/auth-tables.ts",
  ],
  out: "./src/ledger/migrations",
  casing: "snake_case",
});
