import { Text } from '@mantine/core';
import type { Checked } from './checked.js';

/** A small line; with what the browser shows otherwise, if anything. */
export function CheckedLine({ checked: { asked, agreed, contradictions } }: { checked: Checked }) {
  if (asked === 0) return null;
  return (
    <>
      <Text size="xs" c="dimmed" mt={4} mb={6} role="note">
        Checked by your browser: {agreed} of {asked}.
      </Text>
      {contradictions.slice(0, 5).map(({ longhand, shown, claimed }) => (
        <Text key={longhand + shown} size="xs" mb={4} c="orange.9">
          It shows {longhand}: {shown}, where the sheets that were read come to {claimed}. A script sets it,
          or a style that nobody could read.
        </Text>
      ))}
    </>
  );
}
