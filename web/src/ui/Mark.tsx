/** A seedling: the sign of the field book. */
export function Mark() {
  return (
    <svg width="22" height="26" viewBox="0 0 22 26" aria-hidden="true">
      <path
        d="M11 25V11M11 17C5 17 3 13 3 9c5 0 8 3 8 8zM11 12c0-5 3-9 8-10 0 6-3 10-8 10z"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  );
}
