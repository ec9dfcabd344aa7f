// Waits until an address answers. Exit 1 after 30 s.
const [url] = process.argv.slice(2);
const until = Date.now() + 30_000;
for (;;) {
  try {
    if ((await fetch(url)).ok) process.exit(0);
  } catch {
    // not up yet
  }
  if (Date.now() > until) process.exit(1);
  await new Promise((resolve) => setTimeout(resolve, 100));
}
