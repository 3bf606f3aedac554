import { Button, Group, Progress, Text } from '@mantine/core';
import type { Room } from './use-room.js';

/** What the room is at, where that takes longer than a moment, and a way to stop it; or to begin again what was stopped. */
export function WorkBar({ room: { work, stopped, stop, again } }: { room: Room }) {
  if (work) {
    const { words, step } = work;
    return (
      <div className="work">
        <Group justify="space-between" wrap="nowrap" gap="xs">
          <Text size="sm">
            {words}
            {step && `: ${step.proven} of ${step.of} declaration${step.of === 1 ? '' : 's'}`}
          </Text>
          <Button size="compact-xs" variant="outline" color="dark" onClick={stop}>
            Stop
          </Button>
        </Group>
        <Progress
          mt={6}
          size="sm"
          aria-label={words}
          value={step ? (100 * step.proven) / step.of : 100}
          striped={!step}
          animated={!step}
        />
      </div>
    );
  }
  if (!stopped) return null;
  return (
    <div className="work">
      <Group justify="space-between" wrap="nowrap" gap="xs">
        <Text size="sm">{stopped} was stopped.</Text>
        <Button
          size="compact-xs"
          variant="outline"
          color="dark"
          // The second click of two is meant for what was there before.
          onClick={({ detail }) => detail < 2 && again()}
        >
          Begin again
        </Button>
      </Group>
    </div>
  );
}
