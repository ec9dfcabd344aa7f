import type { DryingSheet } from '../materials/product';
import { saturation } from './air';

/** Solvent left when a film has lost its wet shine and grabs. */
const TACKY = 0.1;

/**
 * Rate at which a film dries against the conditions of its sheet.
 * Solvent: twice as fast per +10 K, slower the damper the air (evaporation cools the film towards its dew point) and by
 * the square of the film's thickness (diffusion). Moisture cure: as fast as water vapour is offered to it.
 *
 * @param temperature °C
 * @param humidity 0–1
 * @param film as laid, m
 * Source: diffusion-controlled drying, t ∝ L²; vapour pressure by Magnus.
 */
export function dryingRate(sheet: DryingSheet, temperature: number, humidity: number, film: number): number {
  const thickness = (sheet.film / film) ** 2;
  if (sheet.kind === 'moisture')
    return (
      (thickness * humidity * saturation(temperature)) / (sheet.humidity * saturation(sheet.temperature))
    );
  const damp = Math.max(0.05, 1 - humidity ** 2) / (1 - sheet.humidity ** 2);
  return thickness * damp * 2 ** ((temperature - sheet.temperature) / 10);
}

export interface DryingRun {
  /** s from laying; undefined where it does not come within the time that was looked at */
  readonly opens?: number;
  readonly closes?: number;
  readonly times: readonly number[];
  /** Share of the solvent, or of the moisture still to come, that is left. */
  readonly left: readonly number[];
}

/**
 * Dries a film along the course of the air.
 * @param air °C and humidity at seconds from laying
 */
export function dry(
  sheet: DryingSheet,
  film: number,
  air: (t: number) => readonly [number, number],
  end: number,
): DryingRun {
  const tau = sheet.open / Math.log(1 / TACKY);
  const steps = 600;
  const dt = end / steps;
  const [times, left] = [[0], [1]];
  let age = 0;
  let [opens, closes]: (number | undefined)[] = [];
  for (let i = 1; i <= steps; i += 1) {
    const [T, RH] = air((i - 0.5) * dt);
    const before = age;
    age += dryingRate(sheet, T, RH, film) * dt;
    const passed = (mark: number): number => (i - 1 + (mark - before) / (age - before)) * dt;
    if (opens === undefined && age >= sheet.open) opens = passed(sheet.open);
    if (closes === undefined && age >= sheet.closed) closes = passed(sheet.closed);
    times.push(i * dt);
    left.push(Math.exp(-age / tau));
  }
  return { opens, closes, times, left };
}

/** Time in which a one-part sealant cures through from its free face, s. Source: skin growth, d = √(rate·t); 3 mm in a day at 23 °C and 50 %. */
export const throughCure = (depth: number, temperature: number, humidity: number): number =>
  86_400 * (depth / 0.003) ** 2 * ((0.5 * saturation(23)) / (humidity * saturation(temperature)));
