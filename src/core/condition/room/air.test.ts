import { expect, test } from "vitest";
import { dewPointC, humidifierLitresAnHour, saturationPressureHpa, vapourPressureHpa, waterGPerM3 } from "./air.ts";

test.each([
  [0, 6.11],
  [20, 23.39],
  [25, 31.69],
])("saturation pressure at %d °C is %d hPa within 0.3 % (IAPWS, WMO Guide No. 8, from memory)", (celsius, hpa) => {
  expect(Math.abs(saturationPressureHpa(celsius) / hpa - 1)).toBeLessThan(0.003);
});

test("20 °C and 50 %: dew point 9.3 °C; saturated air at 20 °C holds 17.3 g/m³ (psychrometric tables, from memory)", () => {
  expect(dewPointC(20, 50)).toBeCloseTo(9.3, 1);
  expect(Math.abs(waterGPerM3(20, 100) / 17.3 - 1)).toBeLessThan(0.005);
});

test("at the dew point the same vapour saturates the air", () => {
  for (const humidity of [12, 38, 45, 71, 99.5])
    for (const celsius of [-5, 4, 18, 24, 31])
      expect(saturationPressureHpa(dewPointC(celsius, humidity))).toBeCloseTo(vapourPressureHpa(celsius, humidity), 8);
});

test("a humidifier: room × air changes × missing water (handbook, stores; by hand from 17.3 g/m³ at 20 °C)", () => {
  // 10 % of 17.3 g/m³ is 1.73 g/m³; 200 m³ changed once an hour take 346 g.
  expect(humidifierLitresAnHour({ volumeM3: 200, airChangesAnHour: 1 }, 20, 35, 45)).toBeCloseTo(0.346, 2);
  expect(humidifierLitresAnHour({ volumeM3: 200, airChangesAnHour: 3 }, 20, 35, 45)).toBeCloseTo(1.038, 2);
  expect(humidifierLitresAnHour({ volumeM3: 200, airChangesAnHour: 1 }, 20, 50, 45)).toBe(0);
});
