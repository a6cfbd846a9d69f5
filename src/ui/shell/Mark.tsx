/** The product's mark: a lantern with its handle. */
export function Mark() {
  return (
    <svg width="22" height="24" viewBox="0 0 22 24" aria-hidden="true">
      <path d="M11 1v3M7 4h8" stroke="var(--mark)" strokeWidth="1.6" strokeLinecap="round" />
      <path
        d="M5 8h12l2.4 11.5H2.6z"
        fill="#f0b44c"
        stroke="var(--mark)"
        strokeWidth="1.6"
        strokeLinejoin="round"
      />
      <path d="M11 10.5c2 2.4 2 5 0 6-2-1-2-3.6 0-6z" fill="#7a4a12" />
      <path d="M2 22h18" stroke="var(--mark)" strokeWidth="1.6" strokeLinecap="round" />
    </svg>
  );
}
