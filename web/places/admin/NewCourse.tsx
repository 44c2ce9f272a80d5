import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { Controller, FormProvider, useForm } from 'react-hook-form';
import { toast } from '../../ui/toast';
import { makeCourse } from '../../../contract/admin';
import { call } from '../../data/api';
import { browserZone } from '../../data/zone';
import { newId } from '../../data/newId';
import { showProblems } from '../../forms/serverProblems';
import { Dialog } from '../../ui/Dialog';
import { sayWhyNot } from '../../ui/sayWhyNot';
import { AdminField } from './AdminField';
import { ZoneField } from '../../ui/zones/ZoneField';
import { DateField } from '../../ui/dates/DateField';

/** Makes a course: its title, its zone and its term; who teaches it is said afterwards. */
export function NewCourse({ close }: { close: () => void }) {
  const [id] = useState(newId);
  const form = useForm({
    defaultValues: {
      title: '',
      code: '',
      zone: browserZone(),
      firstDay: '',
      lastDay: '',
    },
    resolver: zodResolver(makeCourse.body),
  });
  const save = form.handleSubmit(async (course) => {
    try {
      await call(makeCourse, { course: id }, course);
      toast.success('The course is made. Now give it an instructor.');
      close();
    } catch (error) {
      showProblems(form, error, '');
      sayWhyNot(error);
    }
  });
  return (
    <Dialog title="Make a course" onClose={close}>
      <FormProvider {...form}>
        <form className="space-y-3" noValidate onSubmit={(event) => void save(event)}>
          <AdminField name="title" label="Title of the course" />
          <AdminField name="code" label="Code" />
          <Controller
            name="zone"
            control={form.control}
            render={({ field, fieldState }) => (
              <ZoneField
                label="Time zone"
                value={field.value}
                choose={field.onChange}
                problem={fieldState.error?.message}
              />
            )}
          />
          <div className="grid grid-cols-2 gap-3">
            <DateField
              withTime={false}
              label="First day of the term"
              {...form.register('firstDay')}
              problem={form.formState.errors.firstDay?.message}
            />
            <DateField
              withTime={false}
              label="Last day of the term"
              {...form.register('lastDay')}
              problem={form.formState.errors.lastDay?.message}
            />
          </div>
          <button className="btn btn-primary w-full">Make the course</button>
        </form>
      </FormProvider>
    </Dialog>
  );
}
