type FieldProps = React.ComponentProps<"input"> & { label: string };

/** A labelled line to write on. */
export function Field({ label, ...rest }: FieldProps) {
  return (
    <label className="block">
      <span className="text-sm text-pale">{label}</span>
      <input
        {...rest}
        className="min-h-11 w-full border-b border-ink bg-transparent outline-none focus:border-b-2 focus:border-after"
      />
    </label>
  );
}
