/** "Wed 10:40", with the date when it is a week away or more. Times are the device's. */
export function sayWhen(ms: number, now: number = ms): string {
  const d = new Date(ms);
  const time = d.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  const far = Math.abs(ms - now) > 6 * 86_400_000;
  const day = d.toLocaleDateString('en-GB', far ? { day: 'numeric', month: 'short' } : { weekday: 'short' });
  return `${day} ${time}`;
}
