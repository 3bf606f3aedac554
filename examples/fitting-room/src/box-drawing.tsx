import { Text } from '@mantine/core';
import type { LiveBox } from 'yelto/browser';

const names = ['above', 'right', 'below', 'left'];
const side = (values: readonly number[]) =>
  values
    .map((px, i) => (px ? `${names[i]} ${rounded(px)}` : ''))
    .filter(Boolean)
    .join(', ') || 'none';
const rounded = (px: number) => `${Math.round(px * 10) / 10}`;

/** A box's sizes as a ruler: what takes up its width, piece by piece, and the rest in words. */
export function BoxDrawing({ box }: { box: LiveBox }) {
  const { width, height, margin, border, padding } = box;
  const inner = width - border[1] - border[3] - padding[1] - padding[3];
  const pieces = [
    { what: 'space outside', px: margin[3] },
    { what: 'edge', px: border[3] },
    { what: 'space inside', px: padding[3] },
    { what: 'contents', px: inner },
    { what: 'space inside', px: padding[1] },
    { what: 'edge', px: border[1] },
    { what: 'space outside', px: margin[1] },
  ].filter(({ px }) => px > 0);
  return (
    <figure className="ruler" aria-label={`${rounded(width)} by ${rounded(height)} px`}>
      <Text size="xs" mb={2}>
        {rounded(width)} px wide, {rounded(height)} px high
      </Text>
      <div className="ruler-bar">
        {pieces.map(({ what, px }, i) => (
          <span
            key={i}
            data-what={what}
            style={{ flexGrow: Math.max(px, 6) }}
            title={`${what}: ${rounded(px)} px`}
          >
            {rounded(px)}
          </span>
        ))}
      </div>
      <figcaption>
        Space outside: {side(margin)}. Edge: {side(border)}. Space inside: {side(padding)}.
      </figcaption>
    </figure>
  );
}
