import { Text } from '@mantine/core';
import { useEffect, useRef } from 'react';
import { FrameLink } from './frame-link.js';
import type { Judged } from './engine.js';
import type { Room } from './use-room.js';

const tallest = 150;

/** The page at each width at which the site changes, small and live, with what becomes of the draft there. */
export function WidthsAnswer({ room }: { room: Room }) {
  const { widths, address } = room;
  if (!address || widths.length === 0) {
    return (
      <Text size="sm" c="dimmed">
        The site looks alike at every width.
      </Text>
    );
  }
  const shown = [
    ...new Set([360, ...widths.map((width) => width - 1), Math.max(1280, (widths.at(-1) ?? 0) + 1)]),
  ]
    .filter((width) => width >= 320)
    .sort((a, b) => a - b)
    .slice(0, 6);
  return (
    <>
      <Text size="sm" c="dimmed" mb={6}>
        The site changes at {widths.map((width) => `${width} px`).join(', ')}. Each page shows your draft.
      </Text>
      <div className="strip">
        {shown.map((width) => (
          <Narrowed key={width} room={room} width={width} />
        ))}
      </div>
    </>
  );
}

function Narrowed({ room, width }: { room: Room; width: number }) {
  const frame = useRef<HTMLIFrameElement>(null);
  const link = useRef<FrameLink>(undefined);
  const text = useRef('');
  text.current = room.draft.text;
  useEffect(() => {
    link.current = new FrameLink(frame.current!, { onReady: () => link.current?.tryDraft(text.current) });
    return () => link.current?.leave();
  }, []);
  useEffect(() => link.current?.tryDraft(room.draft.text), [room.draft.text]);
  const scale = Math.min(190 / width, tallest / 700);
  return (
    <figure className="narrowed">
      <div style={{ width: width * scale, height: 700 * scale }}>
        <iframe
          ref={frame}
          title={`The page at ${width} px`}
          src={room.address}
          width={width}
          height={700}
          tabIndex={-1}
          style={{ transform: `scale(${scale})` }}
        />
      </div>
      <figcaption>
        {width} px: {verdictAt(room.verdicts, width)}
      </figcaption>
    </figure>
  );
}

/** Of verdicts that fall short at some width only, whether this is such a width. */
function verdictAt(verdicts: readonly Judged[], width: number): string {
  if (verdicts.length === 0) return 'no draft yet';
  const lost = verdicts.filter(({ outcome, why }) => outcome !== 'wins' && !isBeside(why, width));
  if (lost.length === 0) return 'all holds';
  const names = [
    ...new Set(lost.map(({ declaration, line }) => `${declaration.split(':')[0]} (line ${line})`)),
  ];
  return `${names.join(', ')} ${names.length === 1 ? 'falls' : 'fall'} short`;
}

function isBeside(why: string, width: number): boolean {
  const up = /wins from (\d+) px up/.exec(why);
  if (up) return width >= Number(up[1]);
  const down = /wins up to (\d+) px/.exec(why);
  return down ? width <= Number(down[1]) : false;
}
