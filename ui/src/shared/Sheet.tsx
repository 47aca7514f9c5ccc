import { CloseButton, Dialog, Portal } from '@chakra-ui/react'
import type { ReactNode } from 'react'

type Props = { title: string; open: boolean; onClose: () => void; children: ReactNode; wide?: boolean }

/** Something that wants an answer before one goes on. */
export function Sheet({ title, open, onClose, children, wide = false }: Props) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(change) => !change.open && onClose()}
      placement="center"
      scrollBehavior="inside"
      size={wide ? 'xl' : undefined}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner px="3">
          <Dialog.Content className="k-sheet">
            <Dialog.Header p="0" pb="3" pr="10">
              <Dialog.Title>{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body p="0">{children}</Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <CloseButton size="lg" aria-label="Close" color="ink" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}
