type FileButtonProps = {
  /** What it says; the label of the input says which file. */
  children: React.ReactNode;
  label: string;
  accept: string;
  className: string;
  /** Ask a tablet for its camera at the back. */
  camera?: boolean;
  onFile: (file: File) => void;
};

/** A button that takes one file; the same file may be taken again. */
export function FileButton({
  children,
  label,
  accept,
  className,
  camera,
  onFile,
}: FileButtonProps) {
  return (
    <label className={`${className} focus-within:outline-2 focus-within:outline-after`}>
      {children}
      <input
        type="file"
        accept={accept}
        capture={camera ? "environment" : undefined}
        aria-label={label}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </label>
  );
}

/** Pictures that the server reads. */
export const PICTURES = "image/jpeg,image/png,image/webp";
