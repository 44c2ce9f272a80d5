/** Whether something that is kept is one's own, or for everyone who teaches the course. */
export function ForCourse({ value, change }: { value: boolean; change: (forCourse: boolean) => void }) {
  return (
    <label className="mt-3 flex items-center gap-2">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={value}
        onChange={(event) => change(event.target.checked)}
      />
      For everyone who teaches this course
    </label>
  );
}
