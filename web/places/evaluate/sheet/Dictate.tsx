import { Mic, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { listen, type Recogniser } from '../../../data/recogniser';
import { useSession } from '../../../data/session';
import type { Sheet } from './useSheet';

/** Writes the remark down as it is spoken. */
export function Dictate({ sheet }: { sheet: Sheet }) {
  const standIn = useSession().state.demo;
  const [listening, setListening] = useState<Recogniser | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef<Recogniser | null>(null);
  useEffect(() => () => running.current?.stop(), []);
  const stop = () => {
    running.current?.stop();
    running.current = null;
    setListening(null);
  };
  const begin = () => {
    setProblem(null);
    listen(standIn, navigator.language, {
      hear: (phrase) => sheet.state.sayInRemark(phrase),
      began: (recogniser) => {
        running.current = recogniser;
        setListening(recogniser);
      },
      ended: (why) => {
        running.current = null;
        setListening(null);
        setProblem(why);
      },
    });
  };
  return (
    <>
      <button
        type="button"
        className="link-plain inline-flex items-center gap-1.5"
        aria-pressed={listening !== null}
        onClick={listening === null ? begin : stop}
      >
        {listening === null ? (
          <Mic className="size-3.5" aria-hidden />
        ) : (
          <Square className="size-3.5 fill-current" aria-hidden />
        )}
        {listening === null ? 'Dictate' : 'Stop listening'}
      </button>
      <span role="status" className="quiet text-xs">
        {listening?.simulated ? 'a stand-in speaks: there is no recogniser here' : ''}
      </span>
      {problem && (
        <span role="alert" className="block w-full text-error">
          {problem}
        </span>
      )}
    </>
  );
}
