//! The text of structures as a checker reads it, line by line: what is seen at sight, what is freed and why, every term with its sign, what was asked.

use helvek_core::model;
use helvek_core::sheet::{self, Syntax};
use helvek_core::solution;
use helvek_report::page::Page;
use helvek_report::text;

/// The text of an example.
fn read(name: &str) -> String {
    let path = format!("{}/../../examples/{name}.toml", env!("CARGO_MANIFEST_DIR"));
    let built = model::build(&sheet::read(&std::fs::read_to_string(path).unwrap(), Syntax::Toml));
    assert_eq!(built.problems, []);
    let solved = solution::solve(built.model);
    let mut page = Page::of(&solved);
    crate::without_closing(&mut page);
    text::render(&solved.model.title, &page)
}

#[track_caller]
fn assert_reads(name: &str, expected: &str) {
    let (got, expected) = (read(name), expected.trim_start_matches('\n'));
    for (i, (a, b)) in got.lines().zip(expected.lines()).enumerate() {
        assert_eq!(a.trim_end(), b.trim_end(), "line {} of {name}", i + 1);
    }
    // The caution and the engine close every text and are not repeated here.
    assert_eq!(got.lines().count(), expected.lines().count() + 3, "{name}");
}

#[test]
fn tub_hoist_reads_as_on_paper() {
    assert_reads(
        "tub-hoist",
        r"
Tub hoist
=========

Determinate. Held, and equilibrium alone fixes every force.
6 equations and 6 unknowns, counted; rank decides.

Seen at sight
  Three forces act on jib; they meet at (1, 2.889).

1. Moments about C · jib
   B_x and S_DC pass through C, so only B_y is left.
   ↺ ΣM_C = 0:  0.5 (2) (1) + B_y (2) = 0
   B_y = −0.500 kN   (negative: on mast it acts down; from here on both arrows are turned)

2. Forces along y · jib
   B_x acts across this direction, so only S_DC is left.
   ↑ ΣF_y = 0:  − 4 − 0.5 (2) + 0.5 − S_DC sin 45° = 0
   S_DC = −6.36 kN   (negative: compression, it pushes)

3. Forces along x · the whole
   On the whole the 3 unknowns between the parts are inside. A_y acts across this direction, M_A is a couple and does not enter a force sum, so only A_x is left.
   → ΣF_x = 0:  A_x = 0
   A_x = 0 kN   (exactly zero: nothing to carry)

4. Forces along y · the whole
   On the whole the 3 unknowns between the parts are inside. M_A is a couple and does not enter a force sum, so only A_y is left.
   ↑ ΣF_y = 0:  − 4 − 0.5 (2) + A_y = 0
   A_y = 5.00 kN   (as assumed: up)

5. Moments about B · mast
   B_x passes through B, so only M_A is left.
   ↺ ΣM_B = 0:  − 6.364 cos 45° (2) + M_A = 0
   M_A = 9.00 kN·m   (as assumed: counter-clockwise)

6. Forces along x · mast
   Only B_x is still open.
   → ΣF_x = 0:  − 6.364 cos 45° + B_x = 0
   B_x = 4.50 kN   (as assumed: on mast to the right)

Checks with equations not used
  Moments about A · the whole
   ↺ ΣM_A:  − 4 (2) − 0.5 (2) (1) + 9 = 0   (closes)
  Moments about B · jib
   ↺ ΣM_B:  − 4 (2) − 0.5 (2) (1) + 6.364 sin 45° (2) = 0   (closes)
  Forces along x · jib
   → ΣF_x:  − 4.5 + 6.364 cos 45° = 0   (closes)
  Moments about A · mast
   ↺ ΣM_A:  9 − 4.5 (3) + 6.364 cos 45° (1) = 0   (closes)

Asked
  reaction at A on mast: 5.00 kN ↑, 9.00 kN·m ↺
  pin B on mast: 4.53 kN at 353.7°
  bar D-C: 6.36 kN C
",
    );
}

#[test]
fn ridge_truss_reads_as_on_paper() {
    assert_reads(
        "ridge-truss",
        r"
Glazed ridge truss
==================

Determinate. Held, and equilibrium alone fixes every force.
16 equations and 16 unknowns, counted; rank decides.

Seen at sight
  B-F carries nothing: at the unloaded joint F the two others are in one line.
  D-H carries nothing: at the unloaded joint H the two others are in one line.
  A-F and F-G carry the same: one line through the unloaded joint F.
  G-H and H-E carry the same: one line through the unloaded joint H.

1. Forces along y · joint F
   At sight: of three members at an unloaded joint two are in one line, so the third carries nothing.
   S_BF = 0 kN   (exactly zero: nothing to carry)

2. Forces along y · joint H
   At sight: of three members at an unloaded joint two are in one line, so the third carries nothing.
   S_DH = 0 kN   (exactly zero: nothing to carry)

3. Forces along x · the whole
   On the whole the 13 unknowns between the parts are inside. A_y and E_y act across this direction, so only A_x is left.
   → ΣF_x = 0:  A_x = 0
   A_x = 0 kN   (exactly zero: nothing to carry)

4. Forces across A-B · joint B
   S_AB and S_BC act across this direction, so only S_BG is left.
   ΣF across S_AB = 0:  3 cos 33.69° + S_BG cos 22.62° = 0
   S_BG = −2.70 kN   (negative: compression, it pushes)

5. Forces across C-D · joint D
   S_CD and S_DE act across this direction, so only S_DG is left.
   ΣF across S_CD = 0:  − 2 cos 33.69° − S_DG cos 22.62° = 0
   S_DG = −1.80 kN   (negative: compression, it pushes)

6. Forces along y · joint G
   S_FG and S_GH act across this direction, so only S_CG is left.
   ↑ ΣF_y = 0:  − 5 − 2.7042 sin 33.69° − 1.8028 sin 33.69° + S_CG = 0
   S_CG = 7.50 kN   (tension, as assumed)

7. Forces across C-D · joint C
   S_CD acts across this direction, so only S_BC is left.
   ΣF across S_CD = 0:  − 4 cos 33.69° − 7.5 cos 33.69° − S_BC cos 22.62° = 0
   S_BC = −10.4 kN   (negative: compression, it pushes)

8. Forces along x · joint C
   Only S_CD is still open.
   → ΣF_x = 0:  10.366 cos 33.69° + S_CD cos 33.69° = 0
   S_CD = −10.4 kN   (negative: compression, it pushes)

9. Forces along x · joint B
   Only S_AB is still open.
   → ΣF_x = 0:  − 10.366 cos 33.69° − 2.7042 cos 33.69° − S_AB cos 33.69° = 0
   S_AB = −13.1 kN   (negative: compression, it pushes)

10. Forces along x · joint A
   A_y acts across this direction, so only S_AF is left.
   → ΣF_x = 0:  − 13.07 cos 33.69° + S_AF = 0
   S_AF = 10.9 kN   (tension, as assumed)

11. Forces along y · joint A
   Only A_y is still open.
   ↑ ΣF_y = 0:  − 13.07 sin 33.69° + A_y = 0
   A_y = 7.25 kN   (as assumed: up)

12. Forces along x · joint F
   Nothing else acts along this line: the same as S_AF.
   → ΣF_x = 0:  − 10.875 + S_FG = 0
   S_FG = 10.9 kN   (tension, as assumed)

13. Forces along x · joint D
   Only S_DE is still open.
   → ΣF_x = 0:  10.366 cos 33.69° + 1.8028 cos 33.69° + S_DE cos 33.69° = 0
   S_DE = −12.2 kN   (negative: compression, it pushes)

14. Forces along x · joint E
   E_y acts across this direction, so only S_HE is left.
   → ΣF_x = 0:  12.169 cos 33.69° − S_HE = 0
   S_HE = 10.1 kN   (tension, as assumed)

15. Forces along y · joint E
   Only E_y is still open.
   ↑ ΣF_y = 0:  − 12.169 sin 33.69° + E_y = 0
   E_y = 6.75 kN   (as assumed: up)

16. Forces along x · joint H
   Nothing else acts along this line: the same as S_HE.
   → ΣF_x = 0:  10.125 − S_GH = 0
   S_GH = 10.1 kN   (tension, as assumed)

Checks with equations not used
  Moments about A · the whole
   ↺ ΣM_A:  − 3 (1.5) − 4 (3) − 2 (4.5) − 5 (3) + 6.75 (6) = 0   (closes)
  Forces along y · the whole
   ↑ ΣF_y:  − 3 − 4 − 2 − 5 + 7.25 + 6.75 = 0   (closes)
  Forces along x · joint G
   → ΣF_x:  − 10.875 + 10.125 + 2.7042 cos 33.69° − 1.8028 cos 33.69° = 0   (closes)
  Forces along y · joint D
   ↑ ΣF_y:  − 2 − 10.366 sin 33.69° + 12.169 sin 33.69° + 1.8028 sin 33.69° = 0   (closes)

Asked
  reaction at A: 7.25 kN ↑
  reaction at E: 6.75 kN ↑
  bar A-B: 13.1 kN C
  bar B-C: 10.4 kN C
  bar C-D: 10.4 kN C
  bar D-E: 12.2 kN C
  bar A-F: 10.9 kN T
  bar F-G: 10.9 kN T
  bar G-H: 10.1 kN T
  bar H-E: 10.1 kN T
  bar B-F: 0, carries nothing
  bar B-G: 2.70 kN C
  bar C-G: 7.50 kN T
  bar D-G: 1.80 kN C
  bar D-H: 0, carries nothing
",
    );
}

#[test]
fn awning_arch_reads_as_on_paper() {
    assert_reads(
        "awning-arch",
        r"
Awning arch on the slope
========================

Determinate. Held, and equilibrium alone fixes every force.
6 equations and 6 unknowns, counted; rank decides.

Seen at sight
  Three forces act on left; they meet at (6, 2).
  Three forces act on right; they meet at (4, 2.857).

1. 2 equations together
   No equation has a single unknown; these hold only crown_x and crown_y.
   Moments about A · left
   ↺ ΣM_A = 0:  − 2.4 (2) − crown_x (3.5) + crown_y (2.5) = 0
   Moments about B · right
   ↺ ΣM_B = 0:  1.5 (1) + crown_x (2.5) + crown_y (2.5) = 0
   crown_x = −1.05 kN   (negative: on left it acts to the left; from here on both arrows are turned)
   crown_y = 0.450 kN   (as assumed: on left up)

2. Forces along x · left
   A_y acts across this direction, so only A_x is left.
   → ΣF_x = 0:  2.4 − 1.05 + A_x = 0
   A_x = −1.35 kN   (negative: acts to the left; from here on the arrow is turned)

3. Forces along y · left
   Only A_y is still open.
   ↑ ΣF_y = 0:  0.45 + A_y = 0
   A_y = −0.450 kN   (negative: acts down; from here on the arrow is turned)

4. Forces along x · right
   B_y acts across this direction, so only B_x is left.
   → ΣF_x = 0:  1.05 + B_x = 0
   B_x = −1.05 kN   (negative: acts to the left; from here on the arrow is turned)

5. Forces along y · right
   Only B_y is still open.
   ↑ ΣF_y = 0:  − 1.5 − 0.45 + B_y = 0
   B_y = 1.95 kN   (as assumed: up)

Checks with equations not used
  Moments about C · the whole
   ↺ ΣM_C:  2.4 (1.5) − 1.5 (1.5) − 1.35 (3.5) + 0.45 (2.5) − 1.05 (2.5) + 1.95 (2.5) = 0   (closes)
  Forces along x · the whole
   → ΣF_x:  2.4 − 1.35 − 1.05 = 0   (closes)
  Moments about E · right
   ↺ ΣM_E:  − 1.05 (2) + 1.95 (1) − 1.05 (0.5) + 0.45 (1.5) = 0   (closes)
  Moments about D · left
   ↺ ΣM_D:  − 1.35 (2) + 1.05 (1.5) + 0.45 (2.5) = 0   (closes)

Asked
  reaction at A on left: 1.42 kN at 198.4°
  reaction at B on right: 2.21 kN at 118.3°
  pin crown on left: 1.14 kN at 156.8°
",
    );
}

#[test]
fn vent_linkage_reads_as_on_paper() {
    assert_reads(
        "vent-linkage",
        r"
Vent-opening linkage
====================

Balanced. Balanced under these loads only: it is free to move (lever turns clockwise about B, link turns counter-clockwise about (533.3, 1400), vent turns clockwise about E).
9 equations and 9 unknowns, counted; rank decides.

Seen at sight
  link is loaded at its two pins only: a two-force body, along the line C–D.
  Three forces act on lever; they meet at (-206, 0).
  Three forces act on vent; they meet at (480, 1641).

1. Moments about the crossing of hinge_y and S_link · vent
   hinge_y and S_link pass through the crossing, so only hinge_x is left.
   ↺ ΣM_hinge_y×S_link = 0:  − 18 (9.81) (480) − hinge_x (1107) = 0
   hinge_x = −76.6 N   (negative: acts to the left; from here on the arrow is turned)

2. Forces across S_link · vent
   S_link acts across this direction, so only hinge_y is left.
   ΣF across S_link = 0:  18 (9.81) cos 67.32° − 76.556 cos 22.68° − hinge_y cos 67.32° = 0
   hinge_y = −6.61 N   (negative: acts down; from here on the arrow is turned)

3. Moments about B · the whole
   On the whole the unknown between the parts is inside. pivot_x and pivot_y pass through B, so only P is left.
   ↺ ΣM_B = 0:  − 18 (9.81) (480) + 76.556 (1000) + P (600) = 0
   P = 13.7 N   (as assumed: to the right)

Checks with equations not used
  Moments about D · vent
   ↺ ΣM_D:  − 18 (9.81) (80) + 76.556 (150) + 6.6075 (400) = 0   (closes)

Asked
  sought P: 13.7 N
  reaction of hinge at E on vent: 76.8 N at 184.9°
",
    );
}

#[test]
fn orchard_gate_reads_as_on_paper() {
    assert_reads(
        "orchard-gate",
        r"
Counter-braced orchard gate
===========================

Determinate. Held, and equilibrium alone fixes every force. rising is out of contact or slack: the rest carries.
8 equations and 9 unknowns, counted; rank decides.

Seen at sight
  B-C carries nothing: what acts at joint C acts along the other member.

1. Forces along x · joint C
   At sight: what acts at this joint of two members acts along the other one, so this one carries nothing.
   S_BC = 0 N   (exactly zero: nothing to carry)

2. Forces along y · joint C
   Only S_CD is still open.
   ↑ ΣF_y = 0:  − 30 (9.81) − S_CD = 0
   S_CD = −294 N   (negative: compression, it pushes)

3. Forces along y · joint D
   S_DA acts across this direction, so only S_falling is left.
   ↑ ΣF_y = 0:  − 294.3 + S_falling sin 38.66° = 0
   S_falling = 471 N   (tension, as assumed)

4. Forces along x · joint D
   Only S_DA is still open.
   → ΣF_x = 0:  − 471.11 cos 38.66° − S_DA = 0
   S_DA = −368 N   (negative: compression, it pushes)

5. Forces along x · joint A
   lower hinge_y and S_AB act across this direction, so only lower hinge_x is left.
   → ΣF_x = 0:  − 367.88 + lower hinge_x = 0
   lower hinge_x = 368 N   (as assumed: to the right)

6. Forces along y · the whole
   On the whole the 6 unknowns between the parts are inside. upper hinge_x acts across this direction, so only lower hinge_y is left.
   ↑ ΣF_y = 0:  − 30 (9.81) + lower hinge_y = 0
   lower hinge_y = 294 N   (as assumed: up)

7. Forces along x · joint B
   S_AB acts across this direction, so only upper hinge_x is left.
   → ΣF_x = 0:  471.11 cos 38.66° + upper hinge_x = 0
   upper hinge_x = −368 N   (negative: acts to the left; from here on the arrow is turned)

8. Forces along y · joint A
   Only S_AB is still open.
   ↑ ΣF_y = 0:  294.3 + S_AB = 0
   S_AB = −294 N   (negative: compression, it pushes)

Checks with equations not used
  Moments about A · the whole
   ↺ ΣM_A:  − 30 (9.81) (1.5) + 367.88 (1.2) = 0   (closes)
  Forces along x · the whole
   → ΣF_x:  367.88 − 367.88 = 0   (closes)
  Forces along y · joint B
   ↑ ΣF_y:  294.3 − 471.11 sin 38.66° = 0   (closes)

Asked
  reaction of lower hinge at A: 471 N at 38.7°
  reaction of upper hinge at B: 368 N ←
  bar A-B: 294 N C
  bar B-C: 0, carries nothing
  bar C-D: 294 N C
  bar D-A: 368 N C
  bar rising: 0, carries nothing
  bar falling: 471 N T

Look at this
  The roller upper hinge has to pull. If it can only push, the body lifts off there.
  The bars rising and falling cross without a joint: they pass each other.
",
    );
}

#[test]
fn apple_ladder_reads_as_on_paper() {
    assert_reads(
        "apple-ladder",
        r"
Ladder at the apple store
=========================

Determinate. Held, and equilibrium alone fixes every reaction.
3 equations and 3 unknowns, counted; rank decides.

1. Moments about A · ladder
   N_feet and F_feet pass through A, so only wall_x is left.
   ↺ ΣM_A = 0:  − 14 (9.81) (0.75) − 62 (9.81) (1.05) + wall_x (4) = 0
   wall_x = 185 N   (as assumed: to the left)

2. Forces along x · ladder
   N_feet acts across this direction, so only F_feet is left.
   → ΣF_x = 0:  − 185.41 − F_feet = 0
   F_feet = −185 N   (negative: acts to the right; from here on the arrow is turned)

3. Forces along y · ladder
   Only N_feet is still open.
   ↑ ΣF_y = 0:  − 14 (9.81) − 62 (9.81) + N_feet = 0
   N_feet = 746 N   (as assumed: up)

Checks with equations not used
  Moments about C · ladder
   ↺ ΣM_C:  14 (9.81) (0.75) + 62 (9.81) (0.45) − 745.56 (1.5) + 185.41 (4) = 0   (closes)

Asked
  reaction of feet at A on ladder: 768 N at 76°, needs friction 0.249 of 0.4: holds, 1.61 times
  reaction of wall at C on ladder: 185 N ←
",
    );
}

#[test]
fn root_ball_tackle_reads_as_on_paper() {
    assert_reads(
        "root-ball-tackle",
        r"
Root ball on a tackle
=====================

Balanced. Balanced under these loads only: it is free to move in 3 ways, one of them (block slides down, the hand on fall slides up).
4 equations and 2 unknowns, counted; rank decides.

Seen at sight
  Three forces act on block; they are parallel.

1. Forces along y · block
   Only T_fall is still open.
   ↑ ΣF_y = 0:  − 85 (9.81) + T_fall + T_fall = 0
   T_fall = 417 N   (tension, as assumed)

2. Forces along y · the hand on fall
   Only P is still open.
   ↑ ΣF_y = 0:  416.93 − P = 0
   P = 417 N   (as assumed: down)

Checks with equations not used
  Moments about L · the whole
   ↺ ΣM_L:  416.93 (0.12) − 416.93 (0.12) − 416.93 (0.36) + 416.93 (0.36) = 0   (closes)
  Forces along y · the whole
   ↑ ΣF_y:  − 85 (9.81) + 416.93 + 416.93 + 416.93 − 416.93 = 0   (closes)

Asked
  sought P: 417 N
  rope fall: 417 N
",
    );
}

#[test]
fn cider_press_reads_as_on_paper() {
    assert_reads(
        "cider-press",
        r"
Cider press with a toggle
=========================

Balanced. Balanced under these loads only: it is free to move (upper turns clockwise about T, lower turns counter-clockwise about (0.16, 0.2), plate slides down, pin K slides at 191.3°).
11 equations and 11 unknowns, counted; rank decides.

Seen at sight
  upper is loaded at its two pins only: a two-force body, along the line K–T.
  lower is loaded at its two pins only: a two-force body, along the line K–P.
  Three forces act on plate; they meet at (0, 0.2).

1. Forces across S_upper · pin K
   S_upper acts across this direction, so only S_lower is left.
   ΣF across S_upper = 0:  − 1.2 cos 11.31° − S_lower cos 67.38° = 0
   S_lower = −3.06 kN   (negative: compression, it pushes)

2. Forces along y · plate
   rail_x acts across this direction, M_rail is a couple and does not enter a force sum, so only Q is left.
   ↑ ΣF_y = 0:  − 3.0594 sin 78.69° + Q = 0
   Q = 3.00 kN   (as assumed: up)

Asked
  sought Q: 3.00 kN
",
    );
}

#[test]
fn rose_trellis_reads_as_on_paper() {
    assert_reads(
        "rose-trellis",
        r"
K-braced rose trellis
=====================

Determinate. Held, and equilibrium alone fixes every force.
20 equations and 20 unknowns, counted; rank decides.

Seen at sight
  D-E carries nothing: at the unloaded joint D the two others are in one line.
  A-D and D-G carry the same: one line through the unloaded joint D.

1. Moments about D · joints D, G, K, J, M, E, H
   A section through S_AD, S_FJ and S_EF. S_AD and S_EF pass through D, so only S_FJ is left.
   ↺ ΣM_D = 0:  − 1.5 (3) − 2 (1.5) + S_FJ (2) = 0
   S_FJ = 3.75 kN   (tension, as assumed)

2. Forces along x · joints G, K, J, M, E, H
   A section through S_DG, S_FJ, S_DE and S_EF. S_DE and S_EF act across this direction, so only S_DG is left.
   → ΣF_x = 0:  0.8 − 3.75 − S_DG = 0
   S_DG = −2.95 kN   (negative: compression, it pushes)

Asked
  bar D-G: 2.95 kN C
  bar F-J: 3.75 kN T
",
    );
}

#[test]
fn sieve_drum_reads_as_on_paper() {
    assert_reads(
        "sieve-drum",
        r"
Sieve drum with pinion and wheel
================================

Balanced. Balanced under these loads only: it is free to move (pinion turns clockwise about O, wheel turns counter-clockwise about Q).
6 equations and 6 unknowns, counted; rank decides.

Units
  drum: 45 N·m = 45000 N·mm

Seen at sight
  Three forces act on pinion; they meet at (-280, -879.2).

1. Moments about Q · wheel
   drum bearing_x and drum bearing_y pass through Q, so only W_teeth is left.
   ↺ ΣM_Q = 0:  45000 − W_teeth sin 70° (120) = 0
   W_teeth = 399 N   (as assumed: on pinion at 250°)

2. Moments about O · pinion
   crank bearing_x and crank bearing_y pass through O, so only F is left.
   ↺ ΣM_O = 0:  − 399.07 sin 70° (40) + F (280) = 0
   F = 53.6 N   (as assumed: down)

3. Forces along x · pinion
   crank bearing_y acts across this direction, so only crank bearing_x is left.
   → ΣF_x = 0:  − 399.07 cos 70° + crank bearing_x = 0
   crank bearing_x = 136 N   (as assumed: to the right)

4. Forces along y · pinion
   Only crank bearing_y is still open.
   ↑ ΣF_y = 0:  − 399.07 sin 70° − 53.571 + crank bearing_y = 0
   crank bearing_y = 429 N   (as assumed: up)

Checks with equations not used
  Moments about Q · the whole
   ↺ ΣM_Q:  45000 − 428.57 (160) + 53.571 (440) = 0   (closes)
  Moments about H · pinion
   ↺ ΣM_H:  428.57 (280) − 399.07 sin 70° (320) = 0   (closes)

Asked
  sought F: 53.6 N
  reaction of crank bearing at O on pinion: 450 N at 72.3°
",
    );
}
