import { useState } from 'react';
import { moveClock } from '../../contract/session';
import type { CourseFrame } from '../../contract/course';
import { fromWallClock, toWallClock } from '../../core/time/wallClock';
import { call } from '../data/api';
import { askedAnew } from '../data/askAnew';
import { heardFromServer } from '../data/clock';
import { DateField } from './dates/DateField';
import { Dialog } from './Dialog';
import { orSayWhyNot } from './sayWhyNot';

/** Moves the course clock; in the demo only. */
export function ClockDialog({ course, now, close }: { course: CourseFrame; now: number; close: () => void }) {
  const [wall, setWall] = useState(toWallClock(now, course.zone));
  const move = async () => {
    await orSayWhyNot(async () => {
      const answer = await call(moveClock, {}, { to: fromWallClock(wall, course.zone) });
      heardFromServer(answer.now);
      await askedAnew();
      close();
    });
  };
  return (
    <Dialog title="Move the course clock" onClose={close}>
      <p className="quiet">
        Only in the demo. It is then this moment for everyone in the course; what was written stays.
      </p>
      <form
        className="mt-4 flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void move();
        }}
      >
        <DateField
          strong
          label="It is now"
          value={wall}
          required
          onChange={(event) => setWall(event.target.value)}
        />
        <button className="btn btn-primary">Move the clock</button>
      </form>
    </Dialog>
  );
}
