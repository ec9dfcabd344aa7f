import { dewPoint } from '../../physics/dew-point';
import { saturation } from '../../cure/air';
import { lays } from '../faces';
import type { Broken } from '../../trace/broken';
import type { Check, Scene } from './check';

/** A thermometer does not tell a minimum more closely, K, nor a hygrometer a limit, as a share. */
const BY = 0.1;
const DAMP_BY = 0.005;
/** The face is no nearer than this to the dew point when something is laid on it, K. Source: ISO 8502-4 and paint sheets. */
const DEW = 3;
/** A tent is held at this where nothing else is entered, °C. */
const USUAL_WARMTH = 25;

/** Nothing is laid colder, damper or nearer to the dew point than its sheet and good practice have it. */
export const weather: Check = (p, scene) => {
  const product = scene.place.product(p.product);
  if (!product || !lays(p)) return [];
  const cures = scene.clockwork.sheetOf(product);
  const drying = 'drying' in product ? product.drying : undefined;
  if (!cures && !drying) return [];
  const [T, RH] = airOver(p.start, scene);
  const { name } = product;
  const broken: Broken[] = [];
  const minimum = cures?.sheet.minimumTemperature;
  if (minimum !== undefined && T < minimum - BY)
    broken.push({ gate: 'minimum', product: name, temperature: T, least: minimum });
  const most = drying?.humidityLimit;
  if (most !== undefined && RH > most + DAMP_BY)
    broken.push({ gate: 'humidity', product: name, humidity: RH, most });
  const margin = T - dewPoint.evaluate({ T, RH });
  if (margin < DEW - BY) broken.push({ gate: 'dew', product: name, margin, least: DEW });
  return broken;
};

/** Air over the work, °C and humidity: a tent or mat that stands from the beginning has warmed it, and dried it by that. */
function airOver(at: number, { place }: Scene): readonly [number, number] {
  const { air } = place.air;
  const [T, RH] = [air.temperature(at), air.humidity(at)];
  const { warmth } = place.job;
  const stands = warmth?.from === 'start' && (warmth.kind === 'tent' || warmth.kind === 'mat');
  const held = stands ? Math.max(T, warmth.temperature ?? USUAL_WARMTH) : T;
  return [held, Math.min(1, (RH * saturation(T)) / saturation(held))];
}
