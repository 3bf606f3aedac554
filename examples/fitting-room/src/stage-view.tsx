import { useEffect, useRef, useState } from 'react';
import { invitation } from './invitation.js';
import type { Room } from './use-room.js';

/** The page, with its width and, where asked for, the same page without the draft over its left part. */
export function StageView({ room, isComparing }: { room: Room; isComparing: boolean }) {
  const frame = useRef<HTMLIFrameElement>(null);
  const earlier = useRef<HTMLIFrameElement>(null);
  const [width, setWidth] = useState('');
  const [cut, setCut] = useState(50);
  const { enter, enterBefore } = room;
  useEffect(() => {
    enter(frame.current);
    return () => enter(null);
  }, [enter]);
  useEffect(() => {
    if (isComparing) enterBefore(earlier.current);
    return () => enterBefore(null);
  }, [isComparing, enterBefore]);
  const size = { width: width ? `${Math.max(240, Number(width))}px` : '100%' };
  return (
    <div className="stage-area">
      <div className="stage-bar">
        <label>
          Width of the page{' '}
          <input
            type="number"
            min={240}
            step={10}
            placeholder="all there is"
            value={width}
            onChange={(event) => setWidth(event.currentTarget.value)}
          />{' '}
          px
        </label>
        {room.widths.map((one) => (
          <button
            key={one}
            type="button"
            onClick={() => setWidth(String(one - 1))}
            title={`just below ${one} px`}
          >
            {one - 1}
          </button>
        ))}
        {width && (
          <button type="button" onClick={() => setWidth('')}>
            all
          </button>
        )}
        {isComparing && (
          <label className="cut">
            without your draft{' '}
            <input
              type="range"
              min={0}
              max={100}
              value={cut}
              aria-label="Where the page without your draft ends"
              onChange={(event) => setCut(Number(event.currentTarget.value))}
            />{' '}
            with it
          </label>
        )}
      </div>
      <div className="stage-room">
        {/* Its right edge can be dragged. */}
        <div className="stage-hold" style={size}>
          <iframe ref={frame} className="stage" title="The page that is tried on" src={invitation.site} />
        </div>
        {isComparing && (
          <iframe
            ref={earlier}
            className="stage earlier"
            title="The same page without your draft"
            src={room.address}
            tabIndex={-1}
            style={{ ...size, clipPath: `inset(0 ${100 - cut}% 0 0)` }}
          />
        )}
      </div>
    </div>
  );
}
