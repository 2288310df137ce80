/**
 * The air of a room: what its temperature and humidity say. Magnus' formula with 6.112, 17.62, 243.12, within 0.3 % of the
 * tables over water at the temperatures of a print shop (WMO Guide No. 8, from memory).
 */

/** Pressure of saturated water vapour, in hPa, at a temperature in °C. */
export const saturationPressureHpa = (celsius: number): number => 6.112 * Math.exp((17.62 * celsius) / (243.12 + celsius));

/** Pressure of the water vapour in the air, in hPa. */
export const vapourPressureHpa = (celsius: number, humidityPercent: number): number =>
  (humidityPercent / 100) * saturationPressureHpa(celsius);

/** The temperature, in °C, at which this air would begin to drip. Above 0 % only. */
export function dewPointC(celsius: number, humidityPercent: number): number {
  const ratio = Math.log(vapourPressureHpa(celsius, humidityPercent) / 6.112);
  return (243.12 * ratio) / (17.62 - ratio);
}

/** Grams of water in a cubic metre of air; water vapour as an ideal gas of 461.5 J/(kg·K). */
export const waterGPerM3 = (celsius: number, humidityPercent: number): number =>
  (vapourPressureHpa(celsius, humidityPercent) * 100_000) / (461.5 * (celsius + 273.15));

/**
 * Litres an hour that a humidifier must give so that the room stands at a target: room volume × air changes an hour ×
 * (target − present water in the air). Nothing where the air is moist enough.
 */
export function humidifierLitresAnHour(
  room: { volumeM3: number; airChangesAnHour: number },
  celsius: number,
  humidityPercent: number,
  targetPercent: number,
): number {
  const grams = waterGPerM3(celsius, targetPercent) - waterGPerM3(celsius, humidityPercent);
  return Math.max(0, (room.volumeM3 * room.airChangesAnHour * grams) / 1000);
}
