import { WIRE_SHAPES } from '@coin-relay/core';
import {
  familyOf,
  MATERIALS,
  type Figure,
  type FigurePart,
  type JobPiece,
  type Material,
} from '@coin-relay/model';
import { FINISHES } from './finishes';
import { pieceFigure } from './piece-figure';

/** The colour of a material, by its id; an unknown one is drawn as steel. */
export function colourOf(materials: readonly Material[], id: string): string {
  return materials.find((material) => material.id === id)?.colour ?? FINISHES[id] ?? FINISHES['steel'];
}

/** A material by its id: its colour, how bare a metal, how dull; an unknown one is steel. */
export function materialOf(materials: readonly Material[], id: string): Material {
  const known = (all: readonly Material[], wanted: string): Material | undefined =>
    all.find((material) => material.id === wanted);
  return known(materials, id) ?? known(MATERIALS, id) ?? known(MATERIALS, 'steel') ?? MATERIALS[0];
}

/**
 * A piece's figure in the finish it has on its place.
 * @param finish the number of a material among `materials`; −1: the piece's own
 * @param wire which shape of an uneven wire
 */
export function finishedFigure(
  piece: JobPiece,
  span: number,
  materials: readonly Material[],
  finish: number,
  wire: number,
): Figure {
  const figure = pieceFigure(piece, span, wire);
  const material = finish >= 0 ? materials[finish].id : (piece.finish?.material ?? null);
  const lines = piece.finish?.line ?? true;
  if (material === null && lines) return figure;
  return {
    ...figure,
    parts: figure.parts.map((part): FigurePart => ({
      ...part,
      fill: material !== null && part.fill === figure.main ? material : part.fill,
      line: part.line && lines,
    })),
  };
}

/** Does the piece come in several shapes? Others are drawn from one. */
export function wireShapes(piece: JobPiece): number {
  return familyOf(piece).wire && (piece.variation?.wire ?? 0) > 0 ? WIRE_SHAPES : 1;
}

/** The part a picture is laid on: the first of the main material, else the first. */
export function mainPart(figure: Figure, material: string | null): FigurePart | undefined {
  return (
    figure.parts.find((part) => part.fill === (material ?? figure.main) && !part.behind) ?? figure.parts[0]
  );
}
