"use client";
import { Dialog as Radix } from "radix-ui";
import { X } from "lucide-react";
import { setNonce } from "get-nonce";
import { useContext, useState, type ReactNode } from "react";
import { NonceContext } from "./nonce";

interface DialogProps {
  title: string;
  children: ReactNode;
  onClose: () => void;
  wide?: boolean;
}

/** A question or a list that must be dealt with before going on. Escape, or a press beside it, closes it. */
export function Dialog({ title, children, onClose, wide = false }: DialogProps) {
  const nonce = useContext(NonceContext);
  // The style that keeps what is behind from scrolling is made while the app runs, and needs the nonce of this page.
  useState(() => setNonce(nonce));
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-scrim" />
        <Radix.Content
          aria-describedby={undefined}
          className={`fixed top-[12vh] left-1/2 z-50 max-h-[76vh] w-[calc(100vw-24px)] -translate-x-1/2 overflow-auto border border-rule bg-sheet p-5 ${wide ? "max-w-[720px]" : "max-w-[440px]"}`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="font-words text-[19px] leading-6 font-semibold">{title}</Radix.Title>
            <Radix.Close className="button-quiet grid place-items-center" aria-label="Close">
              <X size={16} aria-hidden />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
