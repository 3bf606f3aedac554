import { Text } from '@mantine/core';
import { FrameNote } from './frame-note.js';
import type { Room } from './use-room.js';

/** The boxes that enclose what was pointed at, innermost on top; a rung lights up its box. */
export function LadderAnswer({ room, onChosen }: { room: Room; onChosen: () => void }) {
  const { rungs, chosen } = room;
  if (rungs.length === 0) {
    return (
      <Text size="sm" c="dimmed">
        Point at something first. What you hit is often a small box inside the one you mean; here you can then
        step outwards until the right area lights up.{' '}
        {room.isPicking && 'The arrow keys go to the box around it and back, Enter takes it, Escape ends.'}
      </Text>
    );
  }
  return (
    <>
      <FrameNote room={room} />
      <Text size="sm" c="dimmed" mb={6}>
        Innermost first. Move over a rung to light it up; press the one you mean.
      </Text>
      <ol className="rungs" onMouseLeave={() => chosen && room.light([chosen.index])}>
        {rungs.map(({ index, pseudo, label, note }, i) => (
          <li
            key={`${index}${pseudo}`}
            style={{ '--reach': `${62 + (38 * (i + 1)) / rungs.length}%` } as React.CSSProperties}
          >
            <button
              type="button"
              className="rung"
              aria-pressed={index === chosen?.index && pseudo === chosen.pseudo}
              onMouseEnter={() => room.light([index], label)}
              onFocus={() => room.light([index], label)}
              onClick={() => {
                room.choose({ index, pseudo });
                onChosen();
              }}
            >
              <code>{label}</code>
              <small>{note}</small>
            </button>
          </li>
        ))}
      </ol>
      {room.beneath.length > 0 && (
        <>
          <Text size="xs" c="dimmed" mt={8} mb={4}>
            Beneath it, at the same point:
          </Text>
          {room.beneath.map(({ index, label }) => (
            <button
              key={index}
              type="button"
              className="rung"
              onMouseEnter={() => room.light([index], label)}
              onFocus={() => room.light([index], label)}
              onClick={() => room.pointTo(index)}
            >
              <code>{label}</code>
            </button>
          ))}
        </>
      )}
    </>
  );
}
