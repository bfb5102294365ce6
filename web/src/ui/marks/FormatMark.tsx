/** A format said three ways at once: colour of its family, icon, word. */
import BookIcon from '@mui/icons-material/MenuBookOutlined'
import LargeIcon from '@mui/icons-material/FormatSizeOutlined'
import BrailleIcon from '@mui/icons-material/GrainOutlined'
import SpokenIcon from '@mui/icons-material/RecordVoiceOverOutlined'
import PlayerIcon from '@mui/icons-material/HeadphonesOutlined'
import MusicIcon from '@mui/icons-material/AlbumOutlined'
import FilmIcon from '@mui/icons-material/TheatersOutlined'
import ScoreIcon from '@mui/icons-material/MusicNoteOutlined'
import MapIcon from '@mui/icons-material/MapOutlined'
import JournalIcon from '@mui/icons-material/AutoStoriesOutlined'
import KitIcon from '@mui/icons-material/CasinoOutlined'
import ThingIcon from '@mui/icons-material/HandymanOutlined'
import MicroformIcon from '@mui/icons-material/CameraRollOutlined'
import PictureIcon from '@mui/icons-material/ImageOutlined'
import ComputerIcon from '@mui/icons-material/ComputerOutlined'
import UnknownIcon from '@mui/icons-material/HelpOutlineOutlined'
import OnlineIcon from '@mui/icons-material/LinkOutlined'
import type { SvgIconComponent } from '@mui/icons-material'
import type { Family } from '@catalex/core/catalogue'
import styles from '../ui.module.css'

const ICONS: Record<Family, SvgIconComponent> = {
  print: BookIcon,
  'large-print': LargeIcon,
  braille: BrailleIcon,
  spoken: SpokenIcon,
  player: PlayerIcon,
  music: MusicIcon,
  film: FilmIcon,
  score: ScoreIcon,
  map: MapIcon,
  journal: JournalIcon,
  kit: KitIcon,
  thing: ThingIcon,
  microform: MicroformIcon,
  picture: PictureIcon,
  computer: ComputerIcon,
  online: OnlineIcon,
  unknown: UnknownIcon,
}

export function FormatMark({ family, label }: { family: Family; label: string }) {
  const Icon = ICONS[family]
  return (
    <span className={styles.format}>
      <Icon aria-hidden="true" style={{ color: `var(--family-${family})`, fontSize: '1.125rem' }} />
      {label}
    </span>
  )
}
