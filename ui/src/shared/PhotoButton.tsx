import type { ReactNode } from 'react'

type Props = {
  label: string
  onFiles: (files: File[]) => void
  /** Goes straight to the camera where there is one; without it, to files, many at once. */
  camera?: boolean
  disabled?: boolean
  className?: string
  children: ReactNode
}

/** A key that takes or chooses photos: one tap, then the camera's own screens. */
export function PhotoButton({ label, onFiles, camera, disabled, className = 'k-photokey', children }: Props) {
  return (
    <label className={className} data-disabled={disabled || undefined}>
      {/* Asking for JPEG makes phones convert their own format. */}
      <input
        type="file"
        accept="image/jpeg,image/png,image/webp"
        aria-label={label}
        disabled={disabled}
        multiple={!camera}
        {...(camera ? { capture: 'environment' as const } : {})}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])]
          event.target.value = ''
          if (files.length > 0) onFiles(files)
        }}
      />
      {children}
    </label>
  )
}
