type AlertProps = {
  children: React.ReactNode;
  /** Keeps its line free while there is nothing to say, so that nothing jumps. */
  roomy?: boolean;
  className?: string;
};

/** What was refused, in words, where the hand is. */
export function Alert({ children, roomy = true, className = "" }: AlertProps) {
  return (
    <p
      role="alert"
      className={`text-sm text-stop ${roomy ? "min-h-5" : "empty:hidden"} ${className}`}
    >
      {children}
    </p>
  );
}
