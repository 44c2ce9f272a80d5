/** The wax seal: something here is sealed. */
export function SealMark({ size = 16, label }: { size?: number; label?: string }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      className="shrink-0"
      {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
    >
      <path
        fill="var(--seal)"
        d="M12 1.2c1.6 0 2.3 1.3 3.7 1.8 1.4.5 3 .1 4 1.3 1 1.1.7 2.7 1.3 4 .5 1.4 1.8 2.1 1.8 3.7s-1.3 2.3-1.8 3.7c-.5 1.4-.2 3-1.3 4-1.1 1-2.7.8-4 1.3-1.4.5-2.1 1.8-3.7 1.8s-2.3-1.3-3.7-1.8c-1.4-.5-3-.2-4-1.3-1-1.1-.8-2.7-1.3-4-.5-1.4-1.8-2.1-1.8-3.7s1.3-2.300 1.800-3.700c.5-1.4.200-3 1.300-4 1.100-1 2.700-.800 4-1.300 1.400-.500 2.100-1.800 3.700-1.800z"
      />
      <circle
        cx="12"
        cy="12"
        r="5.6"
        fill="none"
        stroke="var(--color-base-100)"
        strokeOpacity="0.45"
        strokeWidth="1.2"
      />
    </svg>
  );
}
