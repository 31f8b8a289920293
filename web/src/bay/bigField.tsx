type BigFieldProps = React.ComponentProps<"input"> & { label: React.ReactNode };

/** A line to write on with a glove: figures as large as on the shelf. */
export function BigField({ label, className = "", ...rest }: BigFieldProps) {
  return (
    <label className="block grow">
      <span className="text-pale">{label}</span>
      <input
        {...rest}
        className={`w-full border border-pale bg-transparent px-3 font-figure outline-none focus:border-after ${className}`}
      />
    </label>
  );
}
