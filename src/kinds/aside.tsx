/** @jsxImportSource preact */
/** A word beside a form or a list, such as what to do when it is urgent. Telephone numbers in it can be pressed. */
import type { Piece } from '../core/locale/telephones'

export const Aside = ({ pieces }: { readonly pieces: readonly Piece[] }) =>
  pieces.length > 0 && (
    <p part="aside">
      {pieces.map(({ text, tel }, at) =>
        tel ? (
          <a key={at} href={tel}>
            {text}
          </a>
        ) : (
          text
        ),
      )}
    </p>
  )
