/** A whole number from 1 that the command line gives: `--kills 500`. Ends the process with a plain sentence for anything else. */
export function option(name: string, fallback: number): number {
  const at = process.argv.indexOf(`--${name}`);
  const value = at === -1 ? fallback : Number(process.argv[at + 1]);
  if (Number.isInteger(value) && value > 0) return value;
  console.error(`--${name} must be a whole number from 1`);
  process.exit(1);
}
