import { zodResolver } from '@hookform/resolvers/zod';
import { useId, type ReactNode } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { z } from 'zod';
import { saveRecipe } from '../../contract/recipes';
import { Dialog } from './Dialog';
import { Problem } from './Problem';
import { useSaving } from './useSaving';
import { ForCourse } from '../forms/ForCourse';

/** What something is kept as. */
export interface KeptAs {
  readonly title: string;
  readonly note: string;
  readonly forCourse: boolean;
}

const { title, note, forCourse } = saveRecipe.body.shape;
const keptAs = z.object({ title, note, forCourse });

/** Keeps something to be used again: under a name, for oneself or for everyone who teaches the course. */
export function KeepDialog({
  title,
  start,
  note,
  button,
  keep,
  close,
  children,
}: {
  title: string;
  start: KeptAs;
  /** What a line beside the name is for; without it there is none. */
  note?: string;
  button: string;
  keep: (as: KeptAs) => Promise<unknown>;
  close: () => void;
  /** What is kept and what is not. */
  children?: ReactNode;
}) {
  const id = useId();
  const form = useForm({ defaultValues: start, resolver: zodResolver(keptAs) });
  const { errors } = form.formState;
  const { busy, problem, attempt } = useSaving();
  const save = form.handleSubmit(async (as) => {
    if (await attempt(() => keep(as))) close();
  });
  const field = (name: 'title' | 'note', label: string) => (
    <label className="block">
      <span className="quiet mb-0.5 block text-sm">{label}</span>
      <input className="input input-sm raised h-9 w-full" {...form.register(name)} />
    </label>
  );
  return (
    <Dialog title={title} onClose={close}>
      <form className="space-y-3" aria-describedby={id} onSubmit={(event) => void save(event)}>
        {field('title', 'Name')}
        {note && field('note', note)}
        <Controller
          control={form.control}
          name="forCourse"
          render={({ field: { value, onChange } }) => <ForCourse value={value} change={onChange} />}
        />
        <div id={id}>{children}</div>
        <Problem className="text-sm">{errors.title?.message ?? errors.note?.message ?? problem}</Problem>
        <button className="btn btn-primary" disabled={busy}>
          {button}
        </button>
      </form>
    </Dialog>
  );
}
