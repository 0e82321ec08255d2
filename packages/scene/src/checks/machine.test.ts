import { demoJobs, type Job } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { checkMachine } from './check';
import { machineParts } from '../machine-parts';
import { running } from './checks.testing';

const demo = (id: string): Job => structuredClone(demoJobs().find((d) => d.id === id)!.job);

describe('checks of a machine', () => {
  it('has nothing to warn of as it is kept, and says what is not back where teeth do not come out', () => {
    expect(checkMachine(running(demo('demo-arcade-drive')))).toEqual([]);
    const odd = demo('demo-arcade-drive');
    odd.motion.drives[0].pitches = 78;
    const [warning] = checkMachine(running(odd));
    expect(warning).toMatchObject({ kind: 'train', mend: { do: 'travel', run: 'belt', travel: 80 } });
    expect(warning.text).toMatch(/“Lift chain”.*are not back\. They are when “Motor belt” travels by \d+/);
  });
  it('what rides on a link is back after whole laps only, and says so', () => {
    const job = demo('demo-coin-lift');
    job.anchors = [{ id: 'cup', name: 'Cup', on: { kind: 'rider', run: 'row', place: 5 } }];
    const [warning] = checkMachine(running(job));
    expect(warning).toMatchObject({ kind: 'anchor', mend: { do: 'travel', run: 'row', travel: 90 } });
    expect(warning.text).toMatch(/its link has gone on by 18\. It is after whole laps of 90/);
    job.motion.drives[0].pitches = 90;
    expect(checkMachine(running(job))).toEqual([]);
    job.motion.drives[0] = {
      run: 'row',
      pitches: 18,
      manner: { way: 'to-and-fro', dwell: [0, 0], ease: [0, 0] },
    };
    expect(checkMachine(running(job))).toEqual([]);
  });
  it('warns of a spring pressed solid, one pulled too far, a rope that does not reach and a rod too short', () => {
    const job = demo('demo-arcade-drive');
    const [spring, rope] = job.ties!;
    if (spring.is.kind !== 'spring' || rope.is.kind !== 'rope') throw new Error('a spring and a rope');
    Object.assign(spring.is, { coils: 22, longest: 150, free: 170 });
    rope.is.length = 180;
    const plate = job.anchors![0].on;
    const warned = checkMachine(running(job)).map(({ kind, text }) => `${kind}: ${text}`);
    expect(warned).toEqual([
      expect.stringMatching(
        /^spring: “Coin plate spring” would be pressed to .* in frame \d+; solid it is 120\.00/,
      ),
      expect.stringMatching(/^spring: “Coin plate spring” would be pulled to .*its limit is 150\.00/),
      expect.stringMatching(/^rope: “Bell rope” does not reach: in frame \d+/),
    ]);
    if (plate.kind === 'slider') plate.rod = 20;
    expect(checkMachine(running(job))[0].text).toMatch(
      /“Coin plate”: a rod of 20 mm is too short.*at least 26 mm/,
    );
  });

  it('says how many coils all springs have together, and that those beyond 10,000 are drawn as tubes', () => {
    const job = demo('demo-arcade-drive');
    const [spring] = job.ties!;
    if (spring.is.kind !== 'spring') throw new Error('a spring');
    Object.assign(spring.is, { coils: 300, free: 3000, wire: 1 });
    const springs = Array.from({ length: 35 }, (_, k) => ({ ...structuredClone(spring), id: `spring-${k}` }));
    Object.assign(job, { ties: springs });
    const machine = running(job);
    const said = checkMachine(machine).filter(({ text }) => text.includes('coils together'));
    expect(said.map(({ text }) => text)).toEqual([
      'The springs of this job have 10,500 coils together; 10,000 of one job are drawn one by one, and the springs beyond them as tubes.',
    ]);
    const parts = (ties: Job['ties']): number =>
      machineParts({ ...machine, job: { ...job, ties } })(0).over.length;
    // The first 33 have 9,900 coils; the two after them are as short in the drawing as a tube is.
    expect(parts(springs) - parts(springs.slice(0, 33))).toBeLessThan(20);
    expect(parts(springs.slice(0, 33)) - parts(springs.slice(0, 31))).toBeGreaterThan(600);
  });

  it('rows that have to roll true are told of where that does not bring them back', () => {
    const truly = demo('demo-arcade-drive');
    truly.motion.rollTrue = true;
    expect(checkMachine(running(truly))[0].text).toMatch(/“Beads” is not back/);
  });

  it('a train that comes back to and fro is back', () => {
    const job = demo('demo-arcade-drive');
    job.motion.drives[0].manner = { way: 'to-and-fro', dwell: [20, 40], ease: [10, 10] };
    expect(checkMachine(running(job))).toEqual([]);
  });
});
