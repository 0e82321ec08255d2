import { runProgram } from './program';

process.exitCode = await runProgram(process.argv.slice(2), {
  out: (text) => process.stdout.write(`${text}\n`),
  error: (text) => process.stderr.write(`${text}\n`),
});
