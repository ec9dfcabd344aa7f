import { formatDuration, formatIn, formatNumber, threeFigures, type Formatted } from './format';
import { formatAs, type UnitPreferences } from './preferences';
import { fromSI, toSI } from './units';

/**
 * Formats a stored (SI, °C) value for reading, choosing the unit that a workshop would use.
 * @param value the stored value
 * @param unit the stored unit, as in a Figure
 * @param units kinds of quantity that the reader takes in US customary units
 */
export function formatStored(value: number, unit: string, units: UnitPreferences = {}): Formatted {
  if (!Number.isFinite(value)) return { text: '–', unit: '' };
  const size = Math.abs(value);
  switch (unit) {
    case 'm':
      if (size >= 1) return formatAs(value, 'm', 2, units);
      if (size >= 0.001) return formatAs(value, 'mm', size >= 0.1 ? 0 : size >= 0.01 ? 1 : 2, units);
      return size >= 0.00015 || size === 0
        ? formatAs(value, 'mm', 2, units)
        : formatAs(value, 'µm', undefined, units);
    case 'm²':
      return size < 0.1
        ? formatAs(value, 'cm²', size < 0.001 ? 2 : size < 0.01 ? 1 : 0, units)
        : formatAs(value, 'm²', size < 1 ? 3 : size < 10 ? 2 : 1, units);
    case 'm³':
      return size >= 1e-3
        ? formatAs(value, 'l', 2, units)
        : formatAs(value, 'ml', size < 1e-4 ? 1 : 0, units);
    case 'kg':
      return size >= 1 ? formatAs(value, 'kg', 2, units) : formatAs(value, 'g', size >= 1 ? 0 : 1, units);
    case 'kg/m²':
      return formatAs(value, 'g/m²', 0, units);
    case 'kg/m³':
      return formatIn(value, 'g/cm³', 2);
    case '°C':
      return formatAs(value, '°C', 1, units);
    case 's':
      return formatDuration(value);
    case 'Pa':
      // Air in a tube or of the weather; strengths are in another range.
      if (size < 1e6) return formatAs(value, 'mbar', 0, units);
      return units.pressure === 'us'
        ? { text: formatNumber(fromSI(value, 'psi'), 0), unit: 'psi' }
        : { text: formatNumber(fromSI(value, 'MPa'), 0), unit: 'MPa' };
    case 'N/m':
      return { text: formatNumber(value / 1e6, threeFigures(value / 1e6)), unit: 'kN/mm' };
    case 'fraction':
      return formatIn(value, '%', size < 0.1 ? 2 : 0);
    case ':1':
      return { text: formatNumber(value, size % 1 ? 2 : 0), unit: ': 1' };
    case 'money':
      return { text: formatNumber(value, size < 100 ? 2 : 0), unit: '' };
    case 'money/kg':
      return units.mass === 'us'
        ? { text: formatNumber(toSI(value, 'lb'), 2), unit: '/lb' }
        : { text: formatNumber(value, 2), unit: '/kg' };
    case 'money/m²':
      return units.area === 'us'
        ? { text: formatNumber(toSI(value, 'ft²'), 2), unit: '/ft²' }
        : { text: formatNumber(value, 2), unit: '/m²' };
    case 'money/m³':
      return units.volume === 'us'
        ? { text: formatNumber(toSI(value, 'US gal'), 2), unit: '/US gal' }
        : { text: formatNumber(value / 1000, 2), unit: '/l' };
    case 'money/s':
      return { text: formatNumber(value * 3600, 2), unit: '/h' };
    case 'm²/s':
      return units.area === 'us'
        ? { text: formatNumber(fromSI(value, 'ft²') * 60, 2), unit: 'ft²/min' }
        : { text: formatNumber(value * 60, 3), unit: 'm²/min' };
    case 'm³/s':
      return units.volume === 'us'
        ? { text: formatNumber(fromSI(value, 'US fl oz') * 60, 3), unit: 'US fl oz/min' }
        : { text: formatNumber(value * 60e6, 2), unit: 'cm³/min' };
    case 'Pa/s':
      return units.pressure === 'us'
        ? { text: formatNumber(fromSI(value, 'psi') * 3600, 2), unit: 'psi/h' }
        : { text: formatNumber(fromSI(value, 'mbar') * 3600, 1), unit: 'mbar/h' };
    case 's/m':
      return units.length === 'us'
        ? { text: formatNumber(toSI(value, 'ft') / 60, 1), unit: 'min/ft' }
        : { text: formatNumber(value / 60, 1), unit: 'min/m' };
    case 's/m²':
      return units.area === 'us'
        ? { text: formatNumber(toSI(value, 'ft²') / 60, 1), unit: 'min/ft²' }
        : { text: formatNumber(value / 60, 0), unit: 'min/m²' };
    case 's/m³':
      return units.volume === 'us'
        ? { text: formatNumber(toSI(value, 'US gal') / 60, 0), unit: 'min/US gal' }
        : { text: formatNumber(value / 60000, 0), unit: 'min/l' };
    case 'count':
      return { text: formatNumber(value, 0), unit: '' };
    case 'per m³':
      return { text: formatNumber(value / 1e6, 0), unit: 'per ml' };
    default:
      return { text: formatNumber(value, threeFigures(value)), unit: unit === '1' ? '' : unit };
  }
}
