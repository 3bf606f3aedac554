import { Text } from '@mantine/core';
import { contrastOf } from 'yelto';
import type { Room } from './use-room.js';

/** How well a text colour stands out from what is really behind it (WCAG 2.2, 1.4.3). */
export function Contrast({ room, property, value }: { room: Room; property: string; value: string }) {
  if (property !== 'color' || !room.box?.behind) return null;
  const ratio = contrastOf(value, room.box.behind);
  if (ratio === undefined) return null;
  const verdict =
    ratio >= 4.5 ? 'enough for all text' : ratio >= 3 ? 'enough for large text only' : 'too weak to read';
  return (
    <Text size="xs" mb="xs" c={ratio >= 4.5 ? undefined : 'red.9'}>
      Contrast with {room.box.behind}: {ratio.toFixed(1)} to 1, {verdict} (WCAG 2.2 asks for 4.5).
    </Text>
  );
}
