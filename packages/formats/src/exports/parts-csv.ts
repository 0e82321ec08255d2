import { partsList } from '@coin-relay/scene';
import * as z from 'zod';
import { partsListCsv } from '../parts-list';
import { exportOf, rowIn } from './export';

export const partsCsv = exportOf({
  id: 'parts',
  title: 'Parts, CSV',
  group: 'Tables',
  purpose: 'how many of which',
  ending: '-parts.csv',
  type: 'text/csv',
  ofOneRow: true,
  fitted: true,
  options: z.object({}),
  write: (input) => {
    const { fit, setOut } = rowIn(input);
    return partsListCsv(partsList(fit, setOut));
  },
});
