import { planCommand } from './plan-command';

const outcome = planCommand(process.argv.slice(2), Date.now(), process.stdout.isTTY === true);
process.stdout.write(outcome.stdout);
process.stderr.write(outcome.stderr);
process.exitCode = outcome.code;
