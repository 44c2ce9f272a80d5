import { useState, type KeyboardEvent } from 'react';
import { toast } from '../../../ui/toast';
import { getCourseSettings, saveCourseSettings } from '../../../../contract/courseSettings';
import { call } from '../../../data/api';
import { askedAnew } from '../../../data/askAnew';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { readPoints } from '../../../forms/readPoints';
import { Problem } from '../../../ui/Problem';
import { orSayWhyNot } from '../../../ui/sayWhyNot';
import { useSaving } from '../../../ui/useSaving';

/** A category made on the spot; where categories are weighted, with the weight it is to have. */
export function NewCategory({ made }: { made: (id: string) => void }) {
  const params = { course: useCourse().id };
  const [isWeighted, setWeighted] = useState<boolean | null>(null);
  const [title, setTitle] = useState('');
  const [weight, setWeight] = useState('');
  const { problem, setProblem, attempt } = useSaving();
  const open = async () => {
    await orSayWhyNot(async () => {
      setWeighted((await call(getCourseSettings, params)).settings.mode === 'weighted');
    });
  };
  if (isWeighted === null)
    return (
      <button type="button" className="link-plain text-sm" onClick={() => void open()}>
        New category
      </button>
    );
  const save = async () => {
    const name = title.trim();
    if (name === '') return setProblem('Give the category a name.');
    const share = isWeighted ? readPoints(weight) : 0;
    if (typeof share !== 'number' || share < 0 || share > 10_000)
      return setProblem('Say what the category weighs: a percentage from 0 to 100.');
    await attempt(async () => {
      const { version, settings } = await call(getCourseSettings, params);
      const id = newId();
      const category = { id, title: name, weight: share, zeroForMissing: false };
      await call(saveCourseSettings, params, {
        version,
        settings: { ...settings, categories: [...settings.categories, category] },
      });
      await askedAnew();
      made(id);
      setWeighted(null);
      setTitle('');
      setWeight('');
      toast.success(`${name} is made${isWeighted ? ` and weighs ${weight} %` : ''}.`);
    });
  };
  // Enter makes the category, and does not save the forum around it.
  const onEnter = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    void save();
  };
  return (
    <>
      <input
        className="input input-sm raised h-9 w-40"
        aria-label="Name of the new category"
        placeholder="Name"
        value={title}
        autoFocus
        onChange={(event) => setTitle(event.target.value)}
        onKeyDown={onEnter}
      />
      {isWeighted && (
        <label className="flex items-center gap-2">
          weighs
          <input
            className="input input-sm raised num h-9 w-16"
            inputMode="decimal"
            aria-label="Weight in percent"
            value={weight}
            onChange={(event) => setWeight(event.target.value)}
            onKeyDown={onEnter}
          />
          %
        </label>
      )}
      <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => void save()}>
        Make the category
      </button>
      <Problem className="w-full text-sm">{problem}</Problem>
    </>
  );
}
