// Kills the server while it saves, and looks whether what it acknowledged is there: node bench/safety/kills.mjs [kills]
import { ask, newFolder, startServer, stopServer } from './server.mjs';

const kills = Number(process.argv[2] ?? 200);
const folder = newFolder();
/** What was acknowledged: for each job its names by revision. */
const acknowledged = new Map();
let saves = 0;
let lost = 0;

let server = await startServer(folder, '--demo');
const { body } = await ask(`${server.url}/api/jobs/demo-coin-lift`, 'GET');
for (let k = 0; k < kills; k++) {
  const id = `job-${k % 10}`;
  if (!acknowledged.has(id)) {
    await ask(`${server.url}/api/jobs`, 'POST', { id, job: body.job });
    acknowledged.set(id, new Map([[1, body.job.name]]));
  }
  const writing = write(server.url, id);
  await new Promise((resolve) => setTimeout(resolve, 20 + ((k * 97) % 251)));
  await stopServer(server, 'SIGKILL');
  await writing;
  server = await startServer(folder);
  await check(server.url, id);
}
for (const id of acknowledged.keys()) await check(server.url, id);
await stopServer(server);
console.log(`${kills} kills, ${saves} acknowledged saves, ${lost} lost`);
process.exitCode = lost === 0 && saves > kills ? 0 : 1;

/** Saves again and again until the server is gone. */
async function write(url, id) {
  const known = acknowledged.get(id);
  try {
    // A save that arrived without being acknowledged is gone on from.
    let { revision } = (await ask(`${url}/api/jobs/${id}`, 'GET')).body;
    for (;;) {
      const name = `Save ${saves} of ${id}`;
      const answer = await ask(
        `${url}/api/jobs/${id}`,
        'PUT',
        { job: { ...body.job, name } },
        { 'If-Match': `"r${revision}"` },
      );
      if (answer.status !== 200) throw new Error(`${answer.status}`);
      ({ revision } = answer.body);
      known.set(revision, name);
      saves++;
    }
  } catch {
    // The server was killed.
  }
}

/** Each state that was acknowledged is there as it was. */
async function check(url, id) {
  const known = acknowledged.get(id);
  const { body: kept } = await ask(`${url}/api/jobs/${id}`, 'GET');
  const newest = Math.max(...known.keys());
  if (kept.revision < newest) {
    lost += newest - kept.revision;
    console.log(`${id}: revision ${newest} was acknowledged, ${kept.revision} is there`);
  }
  for (const revision of [...known.keys()].slice(-20)) {
    const { status, body: state } = await ask(`${url}/api/jobs/${id}/revisions/${revision}`, 'GET');
    if (status === 200 && state.job.name === known.get(revision)) continue;
    lost++;
    console.log(`${id}: revision ${revision} is not what was saved`);
  }
}
