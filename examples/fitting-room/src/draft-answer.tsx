import { Badge, Group, Text } from '@mantine/core';
import type { Judged } from './engine.js';
import { DraftEditor } from './draft-editor.js';
import type { Room } from './use-room.js';

const tone: Record<Judged['outcome'], string> = {
  wins: 'teal.9',
  partly: 'orange.9',
  needless: 'orange.9',
  'no-effect': 'orange.9',
  loses: 'red.9',
  invalid: 'red.9',
  'matches-nothing': 'red.9',
};

/** The draft as text, and beside each declaration what becomes of it. */
export function DraftAnswer({ room }: { room: Room }) {
  return (
    <>
      <DraftEditor text={room.draft} onText={room.setDraft} />
      <Text size="xs" c="dimmed" mt={4} mb="xs">
        Kept in this browser, also after a reload.{' '}
        {room.draft.trim() === '' && 'It is empty so far: point at something and change it.'}
      </Text>
      {room.verdicts.map(({ line, declaration, selector, outcome, why, remedy }, i) => (
        <div key={i} style={{ marginBottom: 8 }}>
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
            {why}.{remedy && ` ${remedy}`}
          </Text>
        </div>
      ))}
    </>
  );
}
