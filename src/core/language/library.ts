/** A behavior to copy from. */
export interface LibraryEntry {
  name: string;
  /** What it is good for, in a sentence or two. */
  purpose: string;
  text: string;
}

/** Starting behaviors. Each of them runs as it stands, on any level; a route, where one is walked, is that of the piece. */
export const LIBRARY: readonly LibraryEntry[] = [
  {
    name: 'warden',
    purpose: 'Walks its rounds, hunts what it sees, searches where it lost it, and goes back to its rounds.',
    text: `# Walks its rounds, hunts what it sees, searches, and gives up.
behavior warden {
  knob pace  = 2.2 cells/s in 0.5..6   # on its rounds
  knob sight = 6 cells     in 2..14
  knob nerve = 2.5 s       in 0..8     # how long it hunts unseen prey

  start state rounds {
    do patrol route, back and forth, at pace, pausing 0.4 s
    go hunt when sees player within sight, arc 110 deg, for 0.2 s
  }

  state hunt {
    do chase player by path at pace * 1.6, keep 0.2 cells
    go search when unseen for nerve
  }

  state search {
    do travel to last sighting at pace
    go hunt when sees player within sight, arc 140 deg
    go rounds when arrived or after 5 s
  }
}`,
  },
  {
    name: 'hunter',
    purpose:
      'Never rests: roams the corridors toward the player, cuts it off, and scatters for a while every so often.',
    text: `# Roams toward the player, and leaves it alone for a while every so often.
behavior hunter {
  knob pace  = 2.6 cells/s in 0.5..6
  knob press = 14 s        in 2..60   # how long it is after the player
  knob rest  = 5 s         in 0.5..30 # how long it then leaves it alone

  start state pursue {
    do roam corridors, ahead of player, at pace, by 3 cells
    go scatter when after press
  }

  state scatter {
    do roam corridors, away from player, at pace * 0.8
    go pursue when after rest
  }
}`,
  },
  {
    name: 'ambusher',
    purpose: 'Stands unseen and unmoving until somebody comes near, then makes for where that one will be.',
    text: `# Waits, then leaps at where its prey will be.
behavior ambusher {
  knob reach = 3 cells   in 1..8
  knob leap  = 5 cells/s in 1..12
  knob rest  = 1.5 s     in 0..6

  start state lurk {
    do look around at 40 deg/s, arc 120 deg
    go leap when sees player within reach
  }

  state leap {
    do chase player straight at leap, leading 0.4 s
    go recover when after 0.9 s
  }

  state recover {
    do hold
    go back when after rest
  }

  state back {
    do travel to home at leap * 0.4
    go lurk when arrived
  }
}`,
  },
  {
    name: 'sleeper',
    purpose: 'Sleeps until it hears steps or a shout, looks where the sound came from, and dozes off again.',
    text: `# Woken by sounds only.
behavior sleeper {
  knob ears  = 4 cells     in 1..12
  knob pace  = 2 cells/s   in 0.5..6
  knob sight = 5 cells     in 1..12

  start state sleep {
    do hold
    go startle when hears player within ears, blocked by walls
    go startle when hears clatter
  }

  state startle {
    do turn to last sound at 300 deg/s
    go hunt when sees player within sight, arc 120 deg
    go look when arrived
  }

  state look {
    do travel to last sound at pace
    go hunt when sees player within sight, arc 140 deg
    go sleep when arrived or after 4 s
  }

  state hunt {
    do chase player by path at pace * 1.5
    go sleep when unseen for 3 s
  }
}`,
  },
  {
    name: 'patrol_pair',
    purpose: 'Walks its rounds; the first to see somebody tells the others of its kind near by, and they come.',
    text: `# Shares what it sees with its own kind.
behavior patrol_pair {
  knob pace  = 2 cells/s in 0.5..6
  knob sight = 5 cells   in 2..12
  knob call  = 9 cells   in 0..30   # how far its call carries

  start state rounds {
    do patrol route, loop, at pace, pausing 0.6 s
    go hunt when sees player within sight, arc 120 deg, for 0.2 s
    go help when hears alarm
    go hunt when ally hunts within sight
  }

  state hunt {
    enter { shout alarm within call; tell sighting within call }
    do chase player by path at pace * 1.5, apart 0.9 cells
    go rounds when unseen for 3 s
  }

  state help {
    do travel to last sighting at pace * 1.3
    go hunt when sees player within sight
    go rounds when arrived or after 6 s
  }
}`,
  },
  {
    name: 'sniper',
    purpose:
      'Keeps its distance and shoots: aims for a moment, fires ahead of a moving player, and draws back when it comes close. It fires a kind called ember.',
    text: `# Keeps its distance, aims, fires, draws back. It fires the kind \`ember\`.
behavior sniper {
  knob sight = 9 cells in 3..20
  knob aim   = 0.7 s   in 0.1..3
  knob pause = 1.2 s   in 0.2..5

  start state watch {
    do look around at 60 deg/s, arc 160 deg
    go aim when sees player within sight, arc 90 deg, for 0.2 s
  }

  state aim {
    do turn to player at 360 deg/s
    go back_off when near player within 3 cells, until 5 cells
    go shoot when after aim and sees player within sight
    go watch when unseen for 2 s
  }

  state shoot {
    enter { fire ember ahead of player, at 6 cells/s, range 12 cells, spread 3 deg }
    do hold
    go aim when after pause
  }

  state back_off {
    do flee player at 2.4 cells/s, until 5 cells
    go aim when arrived or after 3 s
  }
}`,
  },
  {
    name: 'swarmling',
    purpose: 'One of many: comes straight on, keeps apart from the others, and gets quicker as they thin.',
    text: `# Comes on in numbers; the fewer are left, the quicker.
behavior swarmling {
  knob pace = 1.6 cells/s in 0.3..5
  knob gap  = 0.8 cells   in 0.2..3

  start state drift_about {
    do wander at pace * 0.6, turning every 1.2 s
    go swarm when near player within 9 cells, until 12 cells
    go swarm when ally hunts within 5 cells
  }

  state swarm {
    do chase player by path at pace * (1 + 1 / (1 + allies)), apart gap, slack 0.2 cells, keep 0.1 cells
    go drift_about when unseen for 4 s
  }
}`,
  },
  {
    name: 'coward',
    purpose: 'Runs from whom it sees, crying for help, and creeps back when it is quiet; bolder each time.',
    text: `# Flees, cries for help, and grows bolder.
behavior coward {
  knob pace  = 3 cells/s in 0.5..6
  knob sight = 6 cells   in 2..12
  keep scares = 0

  start state graze {
    do wander at pace * 0.4, turning every 2 s
    go flight when sees player within sight and scares < 3 { set scares = scares + 1 }
    go stand when sees player within sight and scares >= 3
  }

  state flight {
    enter { shout alarm within 10 cells }
    do flee player at pace, until 9 cells
    go graze when arrived or stuck for 1.5 s
  }

  state stand {
    do circle player, clockwise, at pace * 0.7, keeping 3 cells
    face player
    go graze when unseen for 2 s
  }
}`,
  },
  {
    name: 'sapper',
    purpose: 'Goes on errands between places, hurries when it is seen, and now and then stops to look about.',
    text: `# Busy with something else; dangerous only to those in its way.
behavior sapper {
  knob pace = 1.8 cells/s in 0.3..5

  start state errand {
    do search nearby at pace, within 8 cells, pausing 1 s
    go look when chance 20 % every 2 s
    go bolt when sees player within 4 cells
  }

  state look {
    do look around at 180 deg/s
    go either errand 3, home 1 when after 1.5 s
  }

  state home {
    do travel to home at pace
    go errand when arrived
  }

  state bolt {
    enter { hurry by 160 %, for 2 s }
    do flee player at pace, until 7 cells
    go errand when arrived or after 3 s
  }
}`,
  },
  {
    name: 'vent',
    purpose:
      'A hazard on a beat: it is off, warns by turning about, is on for a while, and goes off again. Stands where it is put.',
    text: `# Off, a warning, on, and off again. Only while it is on does anybody meet it.
behavior vent {
  knob pause   = 2 s   in 0.2..20   # how long it is off
  knob warning = 0.6 s in 0..5
  knob blast   = 1.2 s in 0.2..10   # how long it is on

  start state off {
    be out
    do hold
    go warns when after pause
  }

  state warns {
    be out
    do look around at 720 deg/s
    go blows when after warning
  }

  state blows {
    do hold
    go off when after blast
  }
}`,
  },
];
