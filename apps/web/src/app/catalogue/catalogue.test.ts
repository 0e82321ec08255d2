import '@angular/compiler';
import { createEnvironmentInjector, Injector, type EnvironmentInjector } from '@angular/core';
import {
  CATALOGUE,
  CHAIN_SIZES,
  chainPieces,
  ownPiece,
  type Article,
  type KeptLink,
} from '@coin-relay/model';
import { CatalogueApi } from '../api/catalogue-api.service';
import { Subject, type Subscription } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { catalogueRows, shownRows } from './catalogue-rows';
import { SLOW, Supplier, type SupplierState } from './supplier.service';

const article = (entry: string, price: number): Article => ({
  number: 'TV-00001',
  entry,
  name: entry,
  family: '',
  pitch: 1,
  massPerMetre: 1.5,
  pricePerMetre: price,
  stockMetres: 3,
});

describe('lines of the catalogue', () => {
  const { pieces, sequence } = chainPieces(CHAIN_SIZES[5]);
  const own = ownPiece('own', 'Bar', '', [{ data: 'M0 0L40 0L40 10L0 10Z', material: null, line: true }]);
  const kept: KeptLink[] = [
    {
      id: 'k1',
      createdAt: '',
      link: { name: 'My chain', pieces, sequence, materials: [], overlap: 'as-made' },
    },
    {
      id: 'k2',
      createdAt: '',
      link: { name: 'My bar', pieces: [own], sequence: ['own'], materials: [], overlap: 'as-made' },
    },
  ];

  it('the user’s own come first; prices and unknown masses are the supplier’s', () => {
    const rows = catalogueRows(kept, [article('chain-08B', 12), article('belt-H', 7)]);
    expect(rows).toHaveLength(CATALOGUE.length + 2);
    expect(rows[0]).toMatchObject({ id: 'own:k1', own: true, standard: 'your own', pitch: 12.7, mass: 0.7 });
    expect(rows[1]).toMatchObject({ name: 'My bar', pitch: 32, width: 10, mass: null, price: null });
    const of = (id: string): (typeof rows)[number] => rows.find((row) => row.id === id)!;
    expect(of('chain-08B')).toMatchObject({ mass: 0.7, price: 12 });
    expect(of('belt-H')).toMatchObject({ mass: 1.5, price: 7 });
    expect(of('belt-L')).toMatchObject({ mass: null, price: null });
    // What hangs from the path is as wide as it is deep.
    expect(of('lamp-bulb').width).toBeGreaterThan(10);
  });

  it('search finds what all words are in; sorting puts the unknown last either way', () => {
    const rows = catalogueRows(kept, [article('chain-08B', 12), article('chain-05B', 4)]);
    expect(shownRows(rows, 'din 763 aslant', '', null)).toHaveLength(3);
    expect(shownRows(rows, '', 'Track shoe', null).map(({ id }) => id)).toEqual(['shoe']);
    const up = shownRows(rows, '', '', { by: 'price', down: false });
    expect(up.slice(0, 2).map(({ id }) => id)).toEqual(['chain-05B', 'chain-08B']);
    const down = shownRows(rows, '', '', { by: 'price', down: true });
    expect(down.slice(0, 2).map(({ id }) => id)).toEqual(['chain-08B', 'chain-05B']);
    const names = shownRows(rows, '', '', { by: 'name', down: false }).map(({ name }) => name);
    expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b)));
  });
});

describe('asking the supplier', () => {
  let answers: Subject<readonly Article[]>[];
  let supplier: Supplier;
  let states: SupplierState[];
  let subscription: Subscription;
  const kinds = (): string[] => states.map((s) => (s.kind === 'asking' && s.slow ? 'slow' : s.kind));

  beforeEach(() => {
    vi.useFakeTimers();
    answers = [];
    states = [];
    const api = {
      articles: () => {
        const answer = new Subject<readonly Article[]>();
        answers.push(answer);
        return answer;
      },
    };
    const root = Injector.create({
      providers: [{ provide: CatalogueApi, useValue: api }],
    }) as EnvironmentInjector;
    supplier = createEnvironmentInjector([Supplier], root).get(Supplier);
    subscription = supplier.state$.subscribe((state) => states.push(state));
  });
  afterEach(() => {
    subscription.unsubscribe();
    vi.useRealTimers();
  });

  it('a quick answer is never called slow', () => {
    answers[0].next([article('shoe', 3)]);
    answers[0].complete();
    vi.advanceTimersByTime(SLOW * 3);
    expect(kinds()).toEqual(['asking', 'answered']);
  });

  it('a slow one is, and can still come', () => {
    vi.advanceTimersByTime(SLOW + 1);
    answers[0].next([article('shoe', 3)]);
    expect(kinds()).toEqual(['asking', 'slow', 'answered']);
  });

  it('one that is not waited for is not taken when it comes after all', () => {
    vi.advanceTimersByTime(SLOW + 1);
    supplier.stop();
    answers[0].next([article('shoe', 3)]);
    vi.advanceTimersByTime(SLOW * 3);
    expect(kinds()).toEqual(['asking', 'slow', 'stopped']);
  });

  it('down: what it said last stays, and it can be asked again', () => {
    answers[0].next([article('shoe', 3)]);
    answers[0].complete();
    supplier.again();
    answers[1].error(new Error('cannot be reached'));
    expect(states.at(-1)).toMatchObject({ kind: 'failed', message: 'cannot be reached' });
    expect(states.at(-1)?.articles).toHaveLength(1);
    supplier.again();
    answers[2].next([]);
    expect(kinds()).toEqual(['asking', 'answered', 'asking', 'failed', 'asking', 'answered']);
  });
});
