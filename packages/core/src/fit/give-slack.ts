import { mm, RelayError } from '../error';
import { closingPitch, settle, type Fitted } from './give-way';
import type { FitRequest } from './request';
import { layOut } from './lay-out';
import type { FitSource, Layout, RouteSource } from './source';

/** A row that closes on its taut route to this, of its pitch, has nothing to hang. */
const TAUT = 1e-10;
/** Phases that the first closing pitch is averaged over. */
const ROUGH = 4;

/** The route with the span that is to hang drawn taut, and whatever slack it was given taken out. */
export function tautSource(source: FitSource, request: FitRequest): FitSource {
  return slackened(hangingRoute(source, request), 0);
}

/**
 * Path, wheels and pitch hold, and what the row is longer than its taut route hangs as a catenary
 * in one span. Its spare length is solved on the closure of the row itself.
 * @param source the route with that span taut
 * @throws RelayError slack-invalid where the row is too short to hang, or cannot hang there
 */
export function giveSlack(
  source: FitSource,
  request: FitRequest,
  count: number,
  base: Layout,
  seed?: Float64Array,
): Fitted | null {
  const { pitch, pieces } = request;
  const route = hangingRoute(source, request);
  const { length } = base.path;
  const first = closingPitch(base, count, request, length, ROUGH, seed);
  if (!first) return null;
  const spare = length * (pitch / first.pitch - 1);
  if (spare < -TAUT * length) {
    throw new RelayError(
      'slack-invalid',
      `${count} at a pitch of ${mm(pitch)} are ${mm(-spare)} too short for the taut route, so no span can hang. Take more.`,
      { field: 'count', wheels: [route.span] },
    );
  }
  const layoutAt = (slack: number): Layout =>
    layOut(slackened(route, slack), pitch, pieces, { toothPitch: pitch, scale: 1 });
  if (spare <= TAUT * length) {
    const closing = closingPitch(base, count, request, length, ROUGH * 8, seed);
    return closing && { layout: base, scale: 1, spare: 0, ...closing };
  }
  const found = settle(
    request,
    count,
    length,
    [spare, spare * (1 + 1e-3) + 1e-7 * pitch],
    undefined,
    layoutAt,
    (closing) => closing - pitch,
  );
  return found && { layout: found.layout, scale: 1, spare: found.value, ...found.closing };
}

interface HangingRoute {
  readonly source: RouteSource;
  /** The wheel that the span leaves. */
  readonly span: string;
}

function hangingRoute(source: FitSource, { span }: FitRequest): HangingRoute {
  const wrong = (message: string): never => {
    throw new RelayError('slack-invalid', message, { field: 'span' });
  };
  if (source.kind !== 'route')
    return wrong('Only a route round wheels has a span that can hang. Let the pitch or the path give way.');
  if (!span) return wrong('Say in which span the slack may hang, by the wheel it leaves.');
  const at = source.wheels.findIndex(({ id }) => id === span);
  if (at < 0 || (!source.closed && at === source.wheels.length - 1))
    return wrong(`No span of the route leaves the wheel “${span}”. Choose one that does.`);
  return { source, span };
}

function slackened({ source, span }: HangingRoute, slack: number): RouteSource {
  return {
    ...source,
    wheels: source.wheels.map((wheel) => (wheel.id === span ? { ...wheel, slack } : wheel)),
  };
}
