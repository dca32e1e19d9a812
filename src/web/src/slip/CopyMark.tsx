/** Two sheets, one on the other. */
export function CopyMark() {
  return (
    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true" className="copy-mark">
      <path d="M1.5 1.5h7.5v7.5h-7.5zM5 11v1.5h7.5V5H11" fill="none" stroke="currentColor" strokeWidth="1.3" />
    </svg>
  );
}
