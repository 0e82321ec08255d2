import { RelayError, type FitSource, type WheelSpec } from '@coin-relay/core';
import { describeIssue, safeParseFirst } from '@coin-relay/model';
import * as z from 'zod';

const finite = z.number();

/** The wheels file: a route round wheels as plain JSON, y up, mm. */
export const WheelsFileSchema = z.object({
  closed: z.boolean().default(true),
  wheels: z.array(
    z
      .object({
        id: z.string().min(1).max(40).optional(),
        x: finite,
        y: finite,
        radius: finite.optional(),
        teeth: finite.optional(),
        pitch: finite.optional(),
        turn: z.enum(['ccw', 'cw']).default('ccw'),
      })
      .refine(
        (wheel) => (wheel.radius === undefined) !== (wheel.teeth === undefined && wheel.pitch === undefined),
        {
          message: 'a wheel has either a radius, or teeth and a pitch',
        },
      )
      .refine((wheel) => (wheel.teeth === undefined) === (wheel.pitch === undefined), {
        message: 'a wheel with teeth needs their pitch too',
      }),
  ),
});

/**
 * Reads a wheels file.
 * @throws RelayError file-broken, naming the field
 */
export function readWheels(text: string): FitSource {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw new RelayError(
      'file-broken',
      `The wheels file is not JSON: ${error instanceof Error ? error.message : String(error)}.`,
    );
  }
  const parsed = safeParseFirst(WheelsFileSchema, data);
  if (!parsed.success) {
    const { field, message } = describeIssue(parsed.error);
    throw new RelayError('file-broken', `The wheels file cannot be read: ${field}: ${message}.`, { field });
  }
  const wheels = parsed.data.wheels.map((wheel, i): WheelSpec => ({
    id: wheel.id ?? String(i + 1),
    x: wheel.x,
    y: wheel.y,
    turn: wheel.turn,
    size:
      wheel.radius !== undefined
        ? { by: 'radius', radius: wheel.radius }
        : { by: 'teeth', teeth: wheel.teeth ?? NaN, pitch: wheel.pitch ?? NaN },
  }));
  return { kind: 'route', closed: parsed.data.closed, wheels };
}
