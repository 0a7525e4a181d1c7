import { Search } from 'lucide-react';

interface Props {
  readonly label: string;
  readonly hint: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly className?: string;
}

/** A field whose words are looked for at once. */
export function SearchField({ label, hint, value, onChange, className = '' }: Props) {
  return (
    <label className={`flex items-center gap-1.5 border-b border-hairline focus-within:border-ink ${className}`}>
      <Search size={13} aria-hidden className="text-muted" />
      <input
        type="search"
        aria-label={label}
        placeholder={hint}
        value={value}
        onChange={(e) => onChange(e.target.value)}
        className="h-6 min-w-0 flex-1 bg-transparent"
      />
    </label>
  );
}
