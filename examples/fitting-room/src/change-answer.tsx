import { Alert, Button, Code, Group, SegmentedControl, Text, TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { Failed, Rung, Written } from './engine.js';
import type { Room } from './use-room.js';

interface Props {
  readonly room: Room;
  readonly target?: Rung;
  readonly property: string;
  readonly onProperty: (property: string) => void;
  readonly onWritten: () => void;
}

/** Property, value and reach; the rule that would be written is tried on the page while typing. */
export function ChangeAnswer({ room, target, property, onProperty, onWritten }: Props) {
  const now =
    room.governed.find((fact) => fact.property === property || fact.along.includes(property))?.value ?? '';
  const [value, setValue] = useState('');
  const [reach, setReach] = useState<'only' | 'alike'>('only');
  const [alike, setAlike] = useState<readonly number[]>([]);
  const [made, setMade] = useState<Written | Failed>();

  useEffect(() => {
    if (target) room.engine.reach(target, 'alike').then(setAlike, () => setAlike([]));
  }, [room.engine, target]);

  useEffect(() => {
    if (!target || !property.trim() || !value.trim()) return setMade(undefined);
    let isStale = false;
    const timer = setTimeout(async () => {
      const answer = await room.engine.write(target, property.trim(), value.trim(), reach, room.draft);
      if (!isStale) setMade(answer);
    }, 80);
    return () => {
      isStale = true;
      clearTimeout(timer);
    };
  }, [room.engine, room.draft, target, property, value, reach]);

  const { preview } = room;
  useEffect(() => {
    preview(made && 'draft' in made ? made.draft : undefined);
    // What was only tried is gone when the question is closed.
    return () => preview(undefined);
  }, [preview, made]);

  if (!target) {
    return (
      <Text size="sm" c="dimmed">
        Choose a box first.
      </Text>
    );
  }
  const isWritten = made !== undefined && 'css' in made;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!isWritten) return;
        room.setDraft(made.draft);
        room.light([]);
        onWritten();
      }}
    >
      <Group grow mb="xs" align="flex-start">
        <TextInput
          size="xs"
          label="Property"
          placeholder="font-size"
          value={property}
          onChange={(event) => onProperty(event.currentTarget.value)}
          spellCheck={false}
        />
        <TextInput
          size="xs"
          label="Value"
          placeholder={now || '18px'}
          value={value}
          onChange={(event) => setValue(event.currentTarget.value)}
          spellCheck={false}
          description={now ? `now ${now}` : undefined}
          inputWrapperOrder={['label', 'input', 'description']}
        />
      </Group>
      <Text size="xs" fw={600} mb={2}>
        For
      </Text>
      <SegmentedControl
        size="xs"
        fullWidth
        value={reach}
        onChange={(choice) => {
          setReach(choice as 'only' | 'alike');
          room.light(choice === 'alike' ? alike : [target.index]);
        }}
        data={[
          { value: 'only', label: 'only this one' },
          {
            value: 'alike',
            label: alike.length > 1 ? `all ${alike.length} of its kind` : 'its kind (just this one)',
          },
        ]}
      />
      {made && 'problem' in made && (
        <Alert color="red" p="xs" mt="xs">
          {made.problem}
        </Alert>
      )}
      {isWritten && (
        <>
          <Code block mt="xs">
            {made.css.trim()}
          </Code>
          <Text size="sm" mt={4}>
            {made.summary}
          </Text>
          {made.warnings.map((warning) => (
            <Text key={warning} size="xs" c="dimmed">
              Mind: {warning}
            </Text>
          ))}
        </>
      )}
      <Button type="submit" size="xs" mt="sm" disabled={!isWritten}>
        Put it into the draft
      </Button>
    </form>
  );
}
