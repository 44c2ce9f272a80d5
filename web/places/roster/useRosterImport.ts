import { useState } from 'react';
import { importRoster } from '../../../contract/roster';
import type { AnswerOf } from '../../../contract/endpoint';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { decodeFile } from '../../data/decodeFile';
import { useSaving } from '../../ui/useSaving';

export type RosterRead = AnswerOf<typeof importRoster>;
export type RosterColumns = RosterRead['columns'];

/** Reading a roster from a file: the file, what reading it would do, and writing it. */
export function useRosterImport() {
  const course = useCourse().id;
  const [file, setFile] = useState<{ name: string; text: string; note: string | null } | null>(null);
  const [read, setRead] = useState<RosterRead | null>(null);
  const { busy, problem, setProblem, attempt } = useSaving();
  const ask = (text: string, columns: RosterColumns | null, confirm: boolean) =>
    attempt(async () => {
      const next = await call(importRoster, { course }, { text, columns, confirm });
      setRead(next);
    });
  return {
    file,
    /** What the file holds and what would happen; null before one was read. */
    read,
    busy,
    problem,
    choose: async (chosen: File) => {
      const { text, note } = await decodeFile(chosen);
      if (text === null) return setProblem(note);
      setFile({ name: chosen.name, text, note });
      setRead(null);
      await ask(text, null, false);
    },
    /** Reads the file with its columns matched otherwise. */
    match: (columns: RosterColumns) => void ask(file!.text, columns, false),
    write: () => void ask(file!.text, read!.columns, true),
  };
}
