import { Badge, Button, Group, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { Judged } from './engine.js';
import { CheckedLine } from './checked-line.js';
import { DraftEditor } from './draft-editor.js';
import type { Room } from './use-room.js';

const tone: Record<Judged['outcome'], string> = {
  wins: 'teal.9',
  partly: 'orange.9',
  needless: 'orange.9',
  'no-effect': 'orange.9',
  loses: 'red.9',
  'cannot-tell': 'orange.9',
  invalid: 'red.9',
  'matches-nothing': 'red.9',
};

/** A live page may hold the draft already, as it was pasted before. */
function AsideNote({ room: { engine, verdicts, draft } }: { room: Room }) {
  const [sheet, setSheet] = useState('');
  useEffect(() => {
    if (verdicts.length) void engine.aside(draft.text).then(setSheet);
    else setSheet('');
  }, [engine, verdicts, draft.text]);
  if (!sheet) return null;
  return (
    <Text size="xs" c="dimmed" mb="xs">
      {sheet} holds this draft already. It is set aside here: the draft alone is proven.
    </Text>
  );
}

/** The draft as text, and beside each declaration what becomes of it. */
export function DraftAnswer({
  room,
  isComparing,
  onCompare,
}: {
  room: Room;
  isComparing: boolean;
  onCompare: (on: boolean) => void;
}) {
  return (
    <>
      <DraftEditor text={room.draft.text} onText={room.draft.set} />
      <Text size="xs" c="dimmed" mt={4} mb="xs">
        Kept in {room.draft.file}; edit it there too, if you like.{' '}
        {room.draft.text.trim() === '' && 'It is empty so far: point at something and change it.'}
      </Text>
      <Group gap="xs" mb="xs">
        <Button size="compact-xs" variant="default" disabled={!room.draft.canUndo} onClick={room.draft.undo}>
          One step back
        </Button>
        <Button size="compact-xs" variant="default" disabled={!room.draft.canRedo} onClick={room.draft.redo}>
          One step on
        </Button>
        <Button
          size="compact-xs"
          variant="default"
          disabled={room.draft.text.trim() === ''}
          onPointerDown={() => room.preview('')}
          onPointerUp={() => room.preview(undefined)}
          onPointerLeave={() => room.preview(undefined)}
          onKeyDown={(event) => event.key === ' ' && room.preview('')}
          onKeyUp={() => room.preview(undefined)}
        >
          Hold to see it without
        </Button>
        {!room.openTab && (
          <Button size="compact-xs" variant="default" onClick={() => onCompare(!isComparing)}>
            {isComparing ? 'End the comparison' : 'Before and after'}
          </Button>
        )}
      </Group>
      {room.visited.length > 1 && (
        <Text size="xs" c="dimmed" mb="xs">
          Proven on the {room.visited.length} pages that you looked at.
        </Text>
      )}
      {switchedOff(room.draft.text).map(({ line, declaration }) => (
        <Group key={`${line}${declaration}`} gap={6} mb={8}>
          <Text size="sm" c="dimmed">
            line {line}: {declaration} is switched off
          </Text>
          <Flip room={room} line={line} declaration={declaration} label="Switch on" />
        </Group>
      ))}
      <AsideNote room={room} />
      <CheckedLine checked={room.checked} />
      {room.verdicts.map(({ line, declaration, selector, outcome, why, remedy, page }, i) => (
        <div key={i} className="verdict" data-outcome={outcome} style={{ marginBottom: 8 }}>
          <Group gap={6} wrap="nowrap" align="flex-start">
            <Badge
              color={tone[outcome]}
              variant="filled"
              size="sm"
              radius="sm"
              style={{ flexShrink: 0 }}
              tt="none"
            >
              {outcome}
            </Badge>
            <Text size="sm" style={{ overflowWrap: 'anywhere' }}>
              line {line}: {declaration}
            </Text>
          </Group>
          <Text size="xs" c="dimmed" style={{ overflowWrap: 'anywhere' }}>
            {selector && `${selector}: `}
            {page && `on ${page} it `}
            {why}.{remedy && ` ${remedy}`}
          </Text>
          {declaration.includes(':') && page === '' && (
            <Group gap={4}>
              <Button
                size="compact-xs"
                variant="subtle"
                onClick={async () => room.light(await room.engine.matched(selector), declaration)}
              >
                Show where
              </Button>
              <Flip room={room} line={line} declaration={declaration} label="Switch off" />
            </Group>
          )}
        </div>
      ))}
    </>
  );
}

/** Declarations that stand in a comment that begins with "off:". */
function switchedOff(draft: string): { line: number; declaration: string }[] {
  return draft.split('\n').flatMap((text, i) =>
    [...text.matchAll(/\/\* off: ([^*]*?);? \*\//g)].map(([, declaration]) => ({
      line: i + 1,
      declaration,
    })),
  );
}

interface FlipProps {
  readonly room: Room;
  readonly line: number;
  readonly declaration: string;
  readonly label: string;
}

function Flip({ room, line, declaration, label }: FlipProps) {
  const flip = async () => room.draft.set(await room.engine.flip(room.draft.text, line, declaration));
  return (
    <Button size="compact-xs" variant="subtle" onClick={() => void flip()}>
      {label}
    </Button>
  );
}
