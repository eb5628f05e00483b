/** What a figure can be at all, both ends included, in its own unit: what lies outside was typed in another one, or is no such figure. */
export type Range = { from: number; to: number; unit: string };

const kelvinAt0C = 273.15;

/** Why a value cannot be, in a sentence; null where it lies in its range. */
export function rangeFault(value: number, { from, to, unit }: Range): string | null {
  if (value >= from && value <= to) return null;
  const asKelvin = value - kelvinAt0C;
  const hint =
    unit === '°C' && asKelvin >= from && asKelvin <= to
      ? ` Typed in kelvin? Then it is ${asKelvin.toFixed(0)} °C.`
      : '';
  return `${value} ${unit} is outside ${from} to ${to} ${unit}: check the unit.${hint}`;
}
