import { Alert, Button, Code, Group, Text, TextInput } from '@mantine/core';
import { useEffect, useState, type KeyboardEvent } from 'react';
import { hexOf } from 'yelto';
import { Contrast } from './contrast.js';
import type { Failed, ReachStep, Rung, Written } from './engine.js';
import type { Room } from './use-room.js';

/** A number in a value, stepped with the arrow keys: by 1, by 10 with Shift, by a tenth with Alt. */
function nudge(value: string, { key, shiftKey, altKey }: KeyboardEvent): string | undefined {
  if (key !== 'ArrowUp' && key !== 'ArrowDown') return undefined;
  const found = /^(-?\d*\.?\d+)([a-z%]*)$/i.exec(value.trim());
  if (!found) return undefined;
  const step = (shiftKey ? 10 : altKey ? 0.1 : 1) * (key === 'ArrowUp' ? 1 : -1);
  return `${Math.round((Number(found[1]) + step) * 1000) / 1000}${found[2]}`;
}

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
    room.governed?.find((fact) => fact.property === property || fact.along.includes(property))?.value ?? '';
  const [value, setValue] = useState('');
  const [step, setStep] = useState(0);
  const [steps, setSteps] = useState<readonly ReachStep[]>([]);
  const [words, setWords] = useState<readonly string[]>([]);
  const [properties, setProperties] = useState<readonly string[]>([]);
  const isHeld = room.held.length > 0;
  const [made, setMade] = useState<Written | Failed>();
  const [idle, setIdle] = useState<readonly string[]>([]);

  useEffect(() => {
    if (target) room.engine.reaches(target).then(setSteps, () => setSteps([]));
  }, [room.engine, target]);

  useEffect(() => {
    room.engine.words(property.trim()).then((found) => setWords([...found]));
    room.engine.properties(property.trim()).then((found) => setProperties([...found]));
  }, [room.engine, property]);

  const { preview } = room;
  // What was only tried is gone when the question is closed.
  useEffect(() => () => preview(undefined), [preview]);

  useEffect(() => {
    setIdle([]);
    if (!target || !property.trim() || !value.trim()) {
      preview(undefined);
      return setMade(undefined);
    }
    let isStale = false;
    const timer = setTimeout(async () => {
      const set = { [property.trim()]: value.trim() };
      const answer = await room.engine.write({
        spot: target,
        set,
        step,
        draft: room.draft.text,
        held: isHeld,
      });
      if (isStale) return;
      // The page first, then the room.
      preview('draft' in answer ? answer.draft : undefined);
      setMade(answer);
      // Not in the way of the next key.
      await new Promise((rest) => setTimeout(rest, 200));
      if (isStale) return;
      const useless = 'css' in answer ? await room.engine.idle(answer.css) : [];
      if (!isStale) setIdle(useless);
    }, 0);
    return () => {
      isStale = true;
      clearTimeout(timer);
    };
  }, [room.engine, room.attempts, room.draft.text, preview, target, property, value, step, isHeld]);

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
        room.draft.set(made.draft);
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
          list="yelto-properties"
          spellCheck={false}
        />
        <TextInput
          size="xs"
          label="Value"
          placeholder={now || '18px'}
          value={value}
          onChange={(event) => setValue(event.currentTarget.value)}
          onKeyDown={(event) => {
            const nudged = nudge(value || now, event);
            if (nudged === undefined) return;
            event.preventDefault();
            setValue(nudged);
          }}
          list="yelto-words"
          spellCheck={false}
          description={now ? `now ${now}` : undefined}
          inputWrapperOrder={['label', 'input', 'description']}
        />
      </Group>
      <datalist id="yelto-properties">
        {properties.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <Group gap="xs" mb="xs">
        {hexOf(value || now) && (
          <label className="swatch">
            Colour{' '}
            <input
              type="color"
              value={hexOf(value || now)}
              onChange={(event) => setValue(event.currentTarget.value)}
            />
          </label>
        )}
        {property.trim() !== 'display' && (
          <Button
            size="compact-xs"
            variant="default"
            onClick={() => {
              onProperty('display');
              setValue('none');
            }}
          >
            Hide it
          </Button>
        )}
      </Group>
      <datalist id="yelto-words">
        {words.map((word) => (
          <option key={word} value={word} />
        ))}
      </datalist>
      <Contrast room={room} property={property} value={value || now} />
      <Text size="xs" fw={600} mb={2}>
        For
      </Text>
      <div role="radiogroup" aria-label="How far the change reaches" className="reaches">
        {steps.map(({ words: label, indices }, i) => (
          <label key={label} onMouseEnter={() => room.light(indices, label)}>
            <input
              type="radio"
              name="reach"
              checked={step === i}
              onChange={() => {
                setStep(i);
                room.light(indices, label);
              }}
            />{' '}
            {label}
          </label>
        ))}
      </div>
      {isHeld && (
        <Text size="xs" mt={4}>
          Only while {room.held.map(({ label }) => label).join(' and ')} is kept on.
        </Text>
      )}
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
          {[...idle, ...made.warnings].map((warning) => (
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
