import { Button, Text } from '@mantine/core';
import { useState } from 'react';
import { BoxDrawing } from './box-drawing.js';
import { CheckedLine } from './checked-line.js';
import type { Governed } from './engine.js';
import { everydayGroups } from './everyday.js';
import type { Room } from './use-room.js';

/** The properties of the chosen box in everyday groups, each with who governs it. */
export function GovernAnswer({ room, onChange }: { room: Room; onChange: (property: string) => void }) {
  const [showAll, setShowAll] = useState(false);
  if (!room.chosen) {
    return (
      <Text size="sm" c="dimmed">
        Choose a box first.
      </Text>
    );
  }
  if (!room.governed) {
    return (
      <Text size="sm" c="dimmed">
        Looking…
      </Text>
    );
  }
  const shown = room.governed.filter(({ isSites }) => showAll || isSites);
  const groups = [...everydayGroups.map(({ name }) => name), 'Other'];
  return (
    <>
      {room.box && <BoxDrawing box={room.box} />}
      {room.box && room.box.coveredBy >= 0 && (
        <Text size="sm" mb={4}>
          A box inside covers all of it, so its own background cannot be seen.
        </Text>
      )}
      {shown.length === 0 && (
        <Text size="sm" c="dimmed">
          The site sets nothing on this box; all of it comes from the browser.
        </Text>
      )}
      {groups.map((group) => {
        const facts = shown.filter((fact) => fact.group === group);
        if (facts.length === 0) return null;
        return (
          <div key={group}>
            <Text size="xs" fw={700} c="dimmed" mt={6}>
              {group}
            </Text>
            {facts.map((fact) => (
              <Fact key={fact.property} fact={fact} onChange={onChange} />
            ))}
          </div>
        );
      })}
      <CheckedLine checked={room.governing} />
      <Button variant="subtle" size="compact-xs" mt="xs" onClick={() => setShowAll(!showAll)}>
        {showAll ? 'Only what the site sets' : 'Also what the browser sets'}
      </Button>
    </>
  );
}

function Fact({ fact, onChange }: { fact: Governed; onChange: (property: string) => void }) {
  const [isOpen, setIsOpen] = useState(false);
  const { property, value, governs, variables, rivals, price, along, motion, written } = fact;
  return (
    <div>
      <button type="button" className="fact" aria-expanded={isOpen} onClick={() => setIsOpen(!isOpen)}>
        <Text span size="sm">
          <b>{property}</b> is {value}
        </Text>
        <small>
          {along.length > 0 && `(with ${along.length === 1 ? along[0] : `${along.length} more properties`}) `}
          {governs}
        </small>
      </button>
      {isOpen && (
        <div className="rival">
          {[...variables.map((one) => `${one}.`), ...motion].map((sentence) => (
            <div key={sentence}>{sentence}</div>
          ))}
          {written && <pre className="written">{written}</pre>}
          {rivals.length > 0 && <b>It won over:</b>}
          {rivals.map(({ declaration, from, reason }) => (
            <div key={declaration + from}>
              {declaration}, {from}: {reason}
            </div>
          ))}
          <div>
            <b>To beat it:</b> {price}
          </div>
          <Button size="compact-xs" mt={4} variant="light" onClick={() => onChange(property)}>
            Change {property}
          </Button>
        </div>
      )}
    </div>
  );
}
