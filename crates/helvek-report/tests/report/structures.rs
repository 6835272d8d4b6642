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

Given
  Points: A (0, 0), B (0, 3), C (2, 3), D (0, 1) m
  Supports: fixed A (holds x, y, turning)
  Joints: pin B (mast, jib)
  Bars: D-C
  Loads: F_tub = 4 kN ↓ at C; q_planking = 0.5 kN/m ↓ from B to C
  Asked: reaction at A on mast, pin B on mast, bar D-C
  Assumed: rigid bodies at rest; smooth pins; no self-weight but what is given as a load
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x
  Free body jib: B_x ← at B; B_y ↓ at B; S_DC at 45° below −x at C; F_tub ↓ at C; q_planking ↓
  Free body the whole: A_x → at A; A_y ↑ at A; M_A ↺ at A; F_tub ↓ at C; q_planking ↓
  Free body mast: A_x → at A; A_y ↑ at A; M_A ↺ at A; B_x → at B; B_y ↑ at B; S_DC at 45° above +x at D

Stable and statically determinate. 6 independent equations, 6 unknowns.

1. Moments about C · jib
   B_x and S_DC pass through C: B_y is the only unknown.
   a_planking = 2 − ½·2 = 1 m
   ↺ ΣM_C = 0:  q_planking·BC·a_planking + B_y·x_CB = 0
                0.5 (2) (1) + B_y (2) = 0 kN·m
   B_y = −0.500 kN   (acts ↓ on mast, opposite to the assumed sense; both shown reversed from here on)

2. Forces along y · jib
   B_x acts across this direction: S_DC is the only unknown.
   α_DC = arctan(2/2) = 45°
   ↑ ΣF_y = 0:  − F_tub − q_planking·BC + B_y − S_DC sin α_DC = 0
                − 4 − 0.5 (2) + 0.5 − S_DC sin 45° = 0 kN
   S_DC = −6.36 kN   (compression, opposite to the assumed sense)

3. Forces along x · the whole
   Free body: the whole structure; its 3 internal forces cancel. A_y acts across this direction, M_A is a couple and does not enter a force sum: A_x is the only unknown.
   → ΣF_x = 0:  A_x = 0 kN
   A_x = 0 kN

4. Forces along y · the whole
   Free body: the whole structure; its 3 internal forces cancel. M_A is a couple and does not enter a force sum: A_y is the only unknown.
   ↑ ΣF_y = 0:  − F_tub − q_planking·BC + A_y = 0
                − 4 − 0.5 (2) + A_y = 0 kN
   A_y = 5.00 kN   (↑, as assumed)

5. Moments about B · mast
   B_x passes through B: M_A is the only unknown.
   y_BD = 3 − 1 = 2 m
   ↺ ΣM_B = 0:  − S_DC cos α_DC·y_BD + M_A = 0
                − 6.364 cos 45° (2) + M_A = 0 kN·m
   M_A = 9.00 kN·m   (↺, as assumed)

6. Forces along x · mast
   B_x is the only unknown.
   → ΣF_x = 0:  − S_DC cos α_DC + B_x = 0
                − 6.364 cos 45° + B_x = 0 kN
   B_x = 4.50 kN   (→ on mast, as assumed)

Checks
  Moments about A · the whole
   ↺ ΣM_A:  − F_tub·x_AC − q_planking·BC·a_planking + M_A = 0
            − 4 (2) − 0.5 (2) (1) + 9 = 0 kN·m   (closes)
  Moments about B · jib
   ↺ ΣM_B:  − F_tub·x_BC − q_planking·BC·a_planking + S_DC sin α_DC·x_BC = 0
            − 4 (2) − 0.5 (2) (1) + 6.364 sin 45° (2) = 0 kN·m   (closes)
  Forces along x · jib
   → ΣF_x:  − B_x + S_DC cos α_DC = 0
            − 4.5 + 6.364 cos 45° = 0 kN   (closes)
  Moments about A · mast
   ↺ ΣM_A:  M_A − B_x·y_AB + S_DC cos α_DC·y_AD = 0
            9 − 4.5 (3) + 6.364 cos 45° (1) = 0 kN·m   (closes)

Asked
  reaction at A on mast: A_x 0, A_y 5.00 kN ↑, 9.00 kN·m ↺
  pin B on mast: B_x 4.50 kN →, B_y 0.500 kN ↓, resultant 4.53 kN at 6.3° below +x
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

Given
  Points: A (0, 0), F (1.5, 0), G (3, 0), H (4.5, 0), E (6, 0), B (1.5, 1), C (3, 2), D (4.5, 1) m
  Supports: pin A (holds x, y), roller E (holds y)
  Bars: A-B, B-C, C-D, D-E, A-F, F-G, G-H, H-E, B-F, B-G, C-G, D-G, D-H
  Loads: F_snow B = 3 kN ↓ at B; F_snow C = 4 kN ↓ at C; F_snow D = 2 kN ↓ at D; F_walk = 5 kN ↓ at G
  Asked: reaction at A, reaction at E, bar A-B, bar B-C, bar C-D, bar D-E, bar A-F, bar F-G, bar G-H, bar H-E, bar B-F, bar B-G, bar C-G, bar D-G, bar D-H
  Assumed: rigid bodies at rest; smooth pins; no self-weight but what is given as a load
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x

Stable and statically determinate. 16 independent equations, 16 unknowns.

By inspection
  B-F is a zero-force member: at the unloaded joint F the two others are in one line.
  D-H is a zero-force member: at the unloaded joint H the two others are in one line.
  A-F and F-G carry the same force: they are in one line at the unloaded joint F.
  G-H and H-E carry the same force: they are in one line at the unloaded joint H.

1. Forces along y · joint F
   By inspection: of three members at an unloaded joint two are in one line, so the third is a zero-force member.
   S_BF = 0 kN

2. Forces along y · joint H
   By inspection: of three members at an unloaded joint two are in one line, so the third is a zero-force member.
   S_DH = 0 kN

3. Forces along x · the whole
   Free body: the whole structure; its 13 internal forces cancel. A_y and E_y act across this direction: A_x is the only unknown.
   → ΣF_x = 0:  A_x = 0 kN
   A_x = 0 kN

4. Forces across A-B · joint B
   S_AB and S_BC act across this direction: S_BG is the only unknown.
   Positive direction: 303.69° from +x
   β_snow B = 303.69° − 270° = 33.69°; β_BG = 326.31° − 303.69° = 22.62°
   ΣF across S_AB = 0:  F_snow B cos β_snow B + S_BG cos β_BG = 0
                        3 cos 33.69° + S_BG cos 22.62° = 0 kN
   S_BG = −2.70 kN   (compression, opposite to the assumed sense)

5. Forces across C-D · joint D
   S_CD and S_DE act across this direction: S_DG is the only unknown.
   Positive direction: 56.31° from +x
   β_snow D = 270° − 56.31° − 180° = 33.69°; β_DG = 180° − 213.69° + 56.31° = 22.62°
   ΣF across S_CD = 0:  − F_snow D cos β_snow D − S_DG cos β_DG = 0
                        − 2 cos 33.69° − S_DG cos 22.62° = 0 kN
   S_DG = −1.80 kN   (compression, opposite to the assumed sense)

6. Forces along y · joint G
   S_FG and S_GH act across this direction: S_CG is the only unknown.
   α_BG = arctan(1/1.5) = 33.69°; α_DG = arctan(1/1.5) = 33.69°
   ↑ ΣF_y = 0:  − F_walk − S_BG sin α_BG − S_DG sin α_DG + S_CG = 0
                − 5 − 2.7042 sin 33.69° − 1.8028 sin 33.69° + S_CG = 0 kN
   S_CG = 7.50 kN   (tension, as assumed)

7. Forces across C-D · joint C
   S_CD acts across this direction: S_BC is the only unknown.
   β_snow C = 270° − 56.31° − 180° = 33.69°; β_CG = 270° − 56.31° − 180° = 33.69°;
   β_BC = 180° − 213.69° + 56.31° = 22.62°
   ΣF across S_CD = 0:  − F_snow C cos β_snow C − S_CG cos β_CG − S_BC cos β_BC = 0
                        − 4 cos 33.69° − 7.5 cos 33.69° − S_BC cos 22.62° = 0 kN
   S_BC = −10.4 kN   (compression, opposite to the assumed sense)

8. Forces along x · joint C
   S_CD is the only unknown.
   α_BC = arctan(1/1.5) = 33.69°; α_CD = arctan(1/1.5) = 33.69°
   → ΣF_x = 0:  S_BC cos α_BC + S_CD cos α_CD = 0
                10.366 cos 33.69° + S_CD cos 33.69° = 0 kN
   S_CD = −10.4 kN   (compression, opposite to the assumed sense)

9. Forces along x · joint B
   S_AB is the only unknown.
   α_AB = arctan(1/1.5) = 33.69°
   → ΣF_x = 0:  − S_BC cos α_BC − S_BG cos α_BG − S_AB cos α_AB = 0
                − 10.366 cos 33.69° − 2.7042 cos 33.69° − S_AB cos 33.69° = 0 kN
   S_AB = −13.1 kN   (compression, opposite to the assumed sense)

10. Forces along x · joint A
   A_y acts across this direction: S_AF is the only unknown.
   → ΣF_x = 0:  − S_AB cos α_AB + S_AF = 0
                − 13.07 cos 33.69° + S_AF = 0 kN
   S_AF = 10.9 kN   (tension, as assumed)

11. Forces along y · joint A
   A_y is the only unknown.
   ↑ ΣF_y = 0:  − S_AB sin α_AB + A_y = 0
                − 13.07 sin 33.69° + A_y = 0 kN
   A_y = 7.25 kN   (↑, as assumed)

12. Forces along x · joint F
   Nothing else acts along this line: the same as S_AF.
   → ΣF_x = 0:  − S_AF + S_FG = 0
                − 10.875 + S_FG = 0 kN
   S_FG = 10.9 kN   (tension, as assumed)

13. Forces along x · joint D
   S_DE is the only unknown.
   α_DE = arctan(1/1.5) = 33.69°
   → ΣF_x = 0:  S_CD cos α_CD + S_DG cos α_DG + S_DE cos α_DE = 0
                10.366 cos 33.69° + 1.8028 cos 33.69° + S_DE cos 33.69° = 0 kN
   S_DE = −12.2 kN   (compression, opposite to the assumed sense)

14. Forces along x · joint E
   E_y acts across this direction: S_HE is the only unknown.
   → ΣF_x = 0:  S_DE cos α_DE − S_HE = 0
                12.169 cos 33.69° − S_HE = 0 kN
   S_HE = 10.1 kN   (tension, as assumed)

15. Forces along y · joint E
   E_y is the only unknown.
   ↑ ΣF_y = 0:  − S_DE sin α_DE + E_y = 0
                − 12.169 sin 33.69° + E_y = 0 kN
   E_y = 6.75 kN   (↑, as assumed)

16. Forces along x · joint H
   Nothing else acts along this line: the same as S_HE.
   → ΣF_x = 0:  S_HE − S_GH = 0
                10.125 − S_GH = 0 kN
   S_GH = 10.1 kN   (tension, as assumed)

Checks
  Moments about A · the whole
   ↺ ΣM_A:  − F_snow B·x_AB − F_snow C·x_AC − F_snow D·x_AD − F_walk·x_AG + E_y·x_AE = 0
            − 3 (1.5) − 4 (3) − 2 (4.5) − 5 (3) + 6.75 (6) = 0 kN·m   (closes)
  Forces along y · the whole
   ↑ ΣF_y:  − F_snow B − F_snow C − F_snow D − F_walk + A_y + E_y = 0
            − 3 − 4 − 2 − 5 + 7.25 + 6.75 = 0 kN   (closes)
  Forces along x · joint G
   → ΣF_x:  − S_FG + S_GH + S_BG cos α_BG − S_DG cos α_DG = 0
            − 10.875 + 10.125 + 2.7042 cos 33.69° − 1.8028 cos 33.69° = 0 kN   (closes)
  Forces along y · joint D
   ↑ ΣF_y:  − F_snow D − S_CD sin α_CD + S_DE sin α_DE + S_DG sin α_DG = 0
            − 2 − 10.366 sin 33.69° + 12.169 sin 33.69° + 1.8028 sin 33.69° = 0 kN   (closes)

Asked
  reaction at A: A_x 0, A_y 7.25 kN ↑
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

Given
  Points: A (0, 0), D (0, 2), C (2.5, 3.5), E (4, 3), B (5, 1) m
  Supports: pin A (holds x, y), pin B (holds x, y)
  Joints: pin crown (left, right)
  Loads: F_wind = 2.4 kN → at D; F_lamps = 1.5 kN ↓ at E
  Asked: reaction at A on left, reaction at B on right, pin crown on left
  Assumed: rigid bodies at rest; smooth pins; no self-weight but what is given as a load
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x
  Free body left: A_x → at A; A_y ↑ at A; crown_x → at C; crown_y ↑ at C; F_wind → at D
  Free body right: B_x → at B; B_y ↑ at B; crown_x ← at C; crown_y ↓ at C; F_lamps ↓ at E

Stable and statically determinate. 6 independent equations, 6 unknowns.

1. 2 equations together
   No equation has a single unknown; these contain only crown_x and crown_y.
   Moments about A · left
   ↺ ΣM_A = 0:  − F_wind·y_AD − crown_x·y_AC + crown_y·x_AC = 0
                − 2.4 (2) − crown_x (3.5) + crown_y (2.5) = 0 kN·m
   Moments about B · right
   x_BE = 5 − 4 = 1 m; y_BC = 3.5 − 1 = 2.5 m; x_BC = 5 − 2.5 = 2.5 m
   ↺ ΣM_B = 0:  F_lamps·x_BE + crown_x·y_BC + crown_y·x_BC = 0
                1.5 (1) + crown_x (2.5) + crown_y (2.5) = 0 kN·m
   crown_x = −1.05 kN   (acts ← on left, opposite to the assumed sense; both shown reversed from here on)
   crown_y = 0.450 kN   (↑ on left, as assumed)

2. Forces along x · left
   A_y acts across this direction: A_x is the only unknown.
   → ΣF_x = 0:  F_wind − crown_x + A_x = 0
                2.4 − 1.05 + A_x = 0 kN
   A_x = −1.35 kN   (acts ←, opposite to the assumed sense; shown reversed from here on)

3. Forces along y · left
   A_y is the only unknown.
   ↑ ΣF_y = 0:  crown_y + A_y = 0
                0.45 + A_y = 0 kN
   A_y = −0.450 kN   (acts ↓, opposite to the assumed sense; shown reversed from here on)

4. Forces along x · right
   B_y acts across this direction: B_x is the only unknown.
   → ΣF_x = 0:  crown_x + B_x = 0
                1.05 + B_x = 0 kN
   B_x = −1.05 kN   (acts ←, opposite to the assumed sense; shown reversed from here on)

5. Forces along y · right
   B_y is the only unknown.
   ↑ ΣF_y = 0:  − F_lamps − crown_y + B_y = 0
                − 1.5 − 0.45 + B_y = 0 kN
   B_y = 1.95 kN   (↑, as assumed)

Checks
  Moments about C · the whole
    y_CD = 3.5 − 2 = 1.5 m; x_CE = 4 − 2.5 = 1.5 m; y_CB = 3.5 − 1 = 2.5 m; x_CB = 5 − 2.5 = 2.5 m
   ↺ ΣM_C:  F_wind·y_CD − F_lamps·x_CE − A_x·y_CA + A_y·x_CA − B_x·y_CB + B_y·x_CB = 0
            2.4 (1.5) − 1.5 (1.5) − 1.35 (3.5) + 0.45 (2.5) − 1.05 (2.5) + 1.95 (2.5) = 0 kN·m   (closes)
  Forces along x · the whole
   → ΣF_x:  F_wind − A_x − B_x = 0
            2.4 − 1.35 − 1.05 = 0 kN   (closes)
  Moments about E · right
    y_EB = 3 − 1 = 2 m; x_EB = 5 − 4 = 1 m; y_EC = 3.5 − 3 = 0.5 m; x_EC = 4 − 2.5 = 1.5 m
   ↺ ΣM_E:  − B_x·y_EB + B_y·x_EB − crown_x·y_EC + crown_y·x_EC = 0
            − 1.05 (2) + 1.95 (1) − 1.05 (0.5) + 0.45 (1.5) = 0 kN·m   (closes)
  Moments about D · left
    y_DC = 3.5 − 2 = 1.5 m
   ↺ ΣM_D:  − A_x·y_DA + crown_x·y_DC + crown_y·x_DC = 0
            − 1.35 (2) + 1.05 (1.5) + 0.45 (2.5) = 0 kN·m   (closes)

Asked
  reaction at A on left: A_x 1.35 kN ←, A_y 0.450 kN ↓, resultant 1.42 kN at 18.4° below −x
  reaction at B on right: B_x 1.05 kN ←, B_y 1.95 kN ↑, resultant 2.21 kN at 61.7° above −x
  pin crown on left: crown_x 1.05 kN ←, crown_y 0.450 kN ↑, resultant 1.14 kN at 23.2° above −x
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

Given
  Points: A (0, 0), B (0, 600), C (120, 780), K (260, 1000), D (400, 1450), E (0, 1600), G (480, 1420) mm
  Supports: pin pivot at B (holds x, y), pin hinge at E (holds x, y)
  Joints: pin C (lever, link), pin D (link, vent)
  Loads: F_pull = P → at A; W_glass of 18 kg at G
  Asked: sought P, reaction of hinge at E on vent
  Assumed: rigid bodies at rest; smooth pins; no self-weight but what is given as a load; g = 9.81 m/s²
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x
  Free body vent: hinge_x → at E; hinge_y ↑ at E; S_link at 67.3° below −x at D; W_glass ↓ at G
  Free body the whole: pivot_x → at B; pivot_y ↑ at B; hinge_x → at E; hinge_y ↑ at E; P → at A; W_glass ↓ at G

Balanced under these loads only. It is free to move: lever turns clockwise about B, link turns counter-clockwise about (533.3, 1400), vent turns clockwise about E.
9 equations, 9 unknowns.

By inspection
  link is loaded at its two pins only: a two-force body, along the line C–D.

1. Moments about the crossing of hinge_y and S_link · vent
   hinge_y and S_link pass through the crossing: hinge_x is the only unknown.
   hinge_y and S_link cross at (0, 492.86) mm
   W_glass = m·g = 18·9.81 = 176.58 N
   a_hinge_x = 1600 − 492.9 = 1107 mm
   ↺ ΣM_hinge_y×S_link = 0:  − W_glass·a_glass − hinge_x·a_hinge_x = 0
                             − 176.58 (480) − hinge_x (1107) = 0 N·mm
   hinge_x = −76.6 N   (acts ←, opposite to the assumed sense; shown reversed from here on)

2. Forces across S_link · vent
   S_link acts across this direction: hinge_y is the only unknown.
   Positive direction: 337.32° from +x
   β_glass = 337.32° − 270° = 67.32°; β_hinge_x = 180° − 337.32° + 180° = 22.68°;
   β_hinge_y = 337.32° − 90° − 180° = 67.32°
   ΣF across S_link = 0:  W_glass cos β_glass − hinge_x cos β_hinge_x − hinge_y cos β_hinge_y = 0
                          176.58 cos 67.32° − 76.556 cos 22.68° − hinge_y cos 67.32° = 0 N
   hinge_y = −6.61 N   (acts ↓, opposite to the assumed sense; shown reversed from here on)

3. Moments about B · the whole
   Free body: the whole structure; its internal force cancels. pivot_x and pivot_y pass through B: P is the only unknown.
   y_BE = 1600 − 600 = 1000 mm
   ↺ ΣM_B = 0:  − W_glass·x_BG + hinge_x·y_BE + P·y_BA = 0
                − 176.58 (480) + 76.556 (1000) + P (600) = 0 N·mm
   P = 13.7 N   (→, as assumed)

Checks
  Moments about D · vent
    x_DG = 480 − 400 = 80 mm; y_DE = 1600 − 1450 = 150 mm
   ↺ ΣM_D:  − W_glass·x_DG + hinge_x·y_DE + hinge_y·x_DE = 0
            − 176.58 (80) + 76.556 (150) + 6.6075 (400) = 0 N·mm   (closes)

Asked
  sought P: 13.7 N
  reaction of hinge at E on vent: hinge_x 76.6 N ←, hinge_y 6.61 N ↓, resultant 76.8 N at 4.9° below −x
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

Given
  Points: A (0, 0), B (0, 1.2), C (1.5, 1.2), D (1.5, 0) m
  Supports: pin lower hinge at A (holds x, y), roller upper hinge at B (holds x)
  Bars: A-B, B-C, C-D, D-A, rising, falling
  Loads: W_child of 30 kg at C
  Asked: reaction of lower hinge at A, reaction of upper hinge at B, bar A-B, bar B-C, bar C-D, bar D-A, bar rising, bar falling
  Assumed: rigid bodies at rest; smooth pins; no self-weight but what is given as a load; g = 9.81 m/s²
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x

Stable and statically determinate. rising is out of contact or slack; the others carry the loads.
8 independent equations, 9 unknowns.

By inspection
  B-C is a zero-force member: all that acts at joint C acts along the other member.

1. Forces along x · joint C
   By inspection: all that acts at this joint of two members acts along the other one, so this is a zero-force member.
   S_BC = 0 N

2. Forces along y · joint C
   S_CD is the only unknown.
   W_child = m·g = 30·9.81 = 294.3 N
   ↑ ΣF_y = 0:  − W_child − S_CD = 0
                − 294.3 − S_CD = 0 N
   S_CD = −294 N   (compression, opposite to the assumed sense)

3. Forces along y · joint D
   S_DA acts across this direction: S_falling is the only unknown.
   α_falling = arctan(1.2/1.5) = 38.66°
   ↑ ΣF_y = 0:  − S_CD + S_falling sin α_falling = 0
                − 294.3 + S_falling sin 38.66° = 0 N
   S_falling = 471 N   (tension, as assumed)

4. Forces along x · joint D
   S_DA is the only unknown.
   → ΣF_x = 0:  − S_falling cos α_falling − S_DA = 0
                − 471.11 cos 38.66° − S_DA = 0 N
   S_DA = −368 N   (compression, opposite to the assumed sense)

5. Forces along x · joint A
   lower hinge_y and S_AB act across this direction: lower hinge_x is the only unknown.
   → ΣF_x = 0:  − S_DA + lower hinge_x = 0
                − 367.88 + lower hinge_x = 0 N
   lower hinge_x = 368 N   (→, as assumed)

6. Forces along y · the whole
   Free body: the whole structure; its 6 internal forces cancel. upper hinge_x acts across this direction: lower hinge_y is the only unknown.
   ↑ ΣF_y = 0:  − W_child + lower hinge_y = 0
                − 294.3 + lower hinge_y = 0 N
   lower hinge_y = 294 N   (↑, as assumed)

7. Forces along x · joint B
   S_AB acts across this direction: upper hinge_x is the only unknown.
   → ΣF_x = 0:  S_falling cos α_falling + upper hinge_x = 0
                471.11 cos 38.66° + upper hinge_x = 0 N
   upper hinge_x = −368 N   (acts ←, opposite to the assumed sense; shown reversed from here on)

8. Forces along y · joint A
   S_AB is the only unknown.
   ↑ ΣF_y = 0:  lower hinge_y + S_AB = 0
                294.3 + S_AB = 0 N
   S_AB = −294 N   (compression, opposite to the assumed sense)

Checks
  Moments about A · the whole
   ↺ ΣM_A:  − W_child·x_AC + upper hinge_x·y_AB = 0
            − 294.3 (1.5) + 367.88 (1.2) = 0 N·m   (closes)
  Forces along x · the whole
   → ΣF_x:  lower hinge_x − upper hinge_x = 0
            367.88 − 367.88 = 0 N   (closes)
  Forces along y · joint B
   ↑ ΣF_y:  S_AB − S_falling sin α_falling = 0
            294.3 − 471.11 sin 38.66° = 0 N   (closes)

Asked
  reaction of lower hinge at A: lower hinge_x 368 N →, lower hinge_y 294 N ↑, resultant 471 N at 38.7° above +x
  reaction of upper hinge at B: 368 N ←
  bar A-B: 294 N C
  bar B-C: 0, carries nothing
  bar C-D: 294 N C
  bar D-A: 368 N C
  bar rising: 0, carries nothing
  bar falling: 471 N T

Warnings
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

Given
  Points: A (0, 0), G (0.75, 2), B (1.05, 2.8), C (1.5, 4) m
  Supports: rough feet at A (holds y, x, friction 0.4), surface wall at C (holds x, pushes only)
  Loads: W_ladder of 14 kg at G; W_picker of 62 kg at B
  Asked: reaction of feet at A on ladder, reaction of wall at C on ladder
  Assumed: rigid bodies at rest; no self-weight but what is given as a load; g = 9.81 m/s²
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x
  Free body ladder: N_feet ↑ at A; F_feet ← at A; wall_x ← at C; W_ladder ↓ at G; W_picker ↓ at B

Stable and statically determinate. 3 independent equations, 3 unknowns.

1. Moments about A · ladder
   N_feet and F_feet pass through A: wall_x is the only unknown.
   W_ladder = m·g = 14·9.81 = 137.34 N
   W_picker = m·g = 62·9.81 = 608.22 N
   ↺ ΣM_A = 0:  − W_ladder·x_AG − W_picker·x_AB + wall_x·y_AC = 0
                − 137.34 (0.75) − 608.22 (1.05) + wall_x (4) = 0 N·m
   wall_x = 185 N   (←, as assumed)

2. Forces along x · ladder
   N_feet acts across this direction: F_feet is the only unknown.
   → ΣF_x = 0:  − wall_x − F_feet = 0
                − 185.41 − F_feet = 0 N
   F_feet = −185 N   (acts →, opposite to the assumed sense; shown reversed from here on)

3. Forces along y · ladder
   N_feet is the only unknown.
   ↑ ΣF_y = 0:  − W_ladder − W_picker + N_feet = 0
                − 137.34 − 608.22 + N_feet = 0 N
   N_feet = 746 N   (↑, as assumed)

Checks
  Moments about C · ladder
    x_CG = 1.5 − 0.75 = 0.75 m; x_CB = 1.5 − 1.05 = 0.45 m
   ↺ ΣM_C:  W_ladder·x_CG + W_picker·x_CB − N_feet·x_CA + F_feet·y_CA = 0
            137.34 (0.75) + 608.22 (0.45) − 745.56 (1.5) + 185.41 (4) = 0 N·m   (closes)

Asked
  reaction of feet at A on ladder: N_feet 746 N ↑, F_feet 185 N →, resultant 768 N at 76° above +x, needs friction 0.249 of 0.4: holds, 1.61 times
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

Given
  Points: T (0, 3), L (0.24, 1.4), H (0.24, 1), E (0.36, 2.8) m
  Loads: W_root ball of 85 kg at H; a hand pulls P on rope fall
  Asked: sought P, rope fall
  Assumed: rigid bodies at rest; no self-weight but what is given as a load; g = 9.81 m/s²
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x
  Free body block: T_fall ↑; T_fall ↑; W_root ball ↓ at H

Balanced under these loads only. It is not fixed to the ground; its loads balance.
4 equations, 2 unknowns.

1. Forces along y · block
   T_fall is the only unknown.
   W_root ball = m·g = 85·9.81 = 833.85 N
   ↑ ΣF_y = 0:  − W_root ball + 2 T_fall = 0
                − 833.85 + 2 T_fall = 0 N
   T_fall = 417 N   (tension, as assumed)

2. Forces along y · the hand on fall
   P is the only unknown.
   ↑ ΣF_y = 0:  T_fall − P = 0
                416.93 − P = 0 N
   P = 417 N   (↓, as assumed)

Checks
  Moments about L · the whole
    a_T_fall, 1 = 0.36 − 0.24 = 0.12 m, acting at (0.36, 1.4) m;
    a_T_fall, 2 = 0.24 − 0.12 = 0.12 m, acting at (0.12, 1.4) m;
    a_T_fall, 3 = 0.12 + 0.24 = 0.36 m, acting at (−0.12, 2.64) m;
    a_P = 0.12 + 0.24 = 0.36 m, acting at (−0.12, 2.64) m
   ↺ ΣM_L:  T_fall·a_T_fall, 1 − T_fall·a_T_fall, 2 − T_fall·a_T_fall, 3 + P·a_P = 0
            416.93 (0.12) − 416.93 (0.12) − 416.93 (0.36) + 416.93 (0.36) = 0 N·m   (closes)
  Forces along y · the whole
   ↑ ΣF_y:  − W_root ball + 3 T_fall − P = 0
            − 833.85 + 3 (416.93) − 416.93 = 0 N   (closes)

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

Given
  Points: T (0, 1), K (0.08, 0.6), P (0, 0.2), R (0.3, 0.2), M (0, 0) m
  Supports: pin frame at T (holds x, y), guide rail at R (holds x, turning)
  Joints: pin knee (upper, lower), pin head (lower, plate)
  Loads: F_screw = 1.2 kN ← at K; F_mash = Q ↑ at M
  Asked: sought Q
  Assumed: rigid bodies at rest; smooth pins; no self-weight but what is given as a load
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x
  Free body plate: rail_x ← at R; M_rail ↺ at R; S_lower at 78.7° above +x at P; Q ↑ at M

Balanced under these loads only. It is free to move: upper turns clockwise about T, lower turns counter-clockwise about (0.16, 0.2), plate slides down, pin K slides at 11.3° below −x.
11 equations, 11 unknowns.

By inspection
  upper is loaded at its two pins only: a two-force body, along the line K–T.
  lower is loaded at its two pins only: a two-force body, along the line K–P.

1. Forces across S_upper · pin K
   S_upper acts across this direction: S_lower is the only unknown.
   Positive direction: 11.31° from +x
   β_screw = 180° − 180° + 11.31° = 11.31°; β_S_lower = 258.69° − 11.31° − 180° = 67.38°
   ΣF across S_upper = 0:  − F_screw cos β_screw − S_lower cos β_S_lower = 0
                           − 1.2 cos 11.31° − S_lower cos 67.38° = 0 kN
   S_lower = −3.06 kN   (compression, opposite to the assumed sense)

2. Forces along y · plate
   rail_x acts across this direction, M_rail is a couple and does not enter a force sum: Q is the only unknown.
   α_S_lower = arctan(0.4/0.08) = 78.69°
   ↑ ΣF_y = 0:  − S_lower sin α_S_lower + Q = 0
                − 3.0594 sin 78.69° + Q = 0 kN
   Q = 3.00 kN   (↑, as assumed)

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

Given
  Points: A (0, 0), C (0, 2), D (1.5, 0), E (1.5, 1), F (1.5, 2), G (3, 0), H (3, 1), J (3, 2), K (4.5, 0), M (4.5, 2) m
  Supports: pin A (holds x, y), pin C (holds x, y)
  Bars: A-D, D-G, G-K, C-F, F-J, J-M, D-E, E-F, G-H, H-J, K-M, A-F, E-G, E-J, H-K, H-M
  Loads: F_1 = 1.5 kN ↓ at M; F_2 = 2 kN ↓ at J; F_3 = 0.8 kN → at G
  Asked: bar D-G, bar F-J
  Assumed: rigid bodies at rest; smooth pins; no self-weight but what is given as a load
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x

Stable and statically determinate. 20 independent equations, 20 unknowns.

By inspection
  D-E is a zero-force member: at the unloaded joint D the two others are in one line.
  A-D and D-G carry the same force: they are in one line at the unloaded joint D.

1. Moments about D · joints D, G, K, J, M, E, H
   Section through S_AD, S_FJ and S_EF. S_AD and S_EF pass through D: S_FJ is the only unknown.
   x_DM = 4.5 − 1.5 = 3 m; x_DJ = 3 − 1.5 = 1.5 m
   ↺ ΣM_D = 0:  − F_1·x_DM − F_2·x_DJ + S_FJ·y_DJ = 0
                − 1.5 (3) − 2 (1.5) + S_FJ (2) = 0 kN·m
   S_FJ = 3.75 kN   (tension, as assumed)

2. Forces along x · joints G, K, J, M, E, H
   Section through S_DG, S_FJ, S_DE and S_EF. S_DE and S_EF act across this direction: S_DG is the only unknown.
   → ΣF_x = 0:  F_3 − S_FJ − S_DG = 0
                0.8 − 3.75 − S_DG = 0 kN
   S_DG = −2.95 kN   (compression, opposite to the assumed sense)

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

Given
  Points: O (0, 0), H (−280, 0), P (40, 0), Q (160, 0) mm
  Supports: pin crank bearing at O (holds x, y), pin drum bearing at Q (holds x, y)
  Joints: mesh teeth (pinion, wheel)
  Loads: F_hand = F ↓ at H; M_drum = 45000 N·mm ↺
  Asked: sought F, reaction of crank bearing at O on pinion
  Assumed: rigid bodies at rest; no self-weight but what is given as a load
  Positive: forces → and ↑; moments ↺; axial force as tension; angles ↺ from +x
  Free body wheel: drum bearing_x → at Q; drum bearing_y ↑ at Q; W_teeth at 70° above +x at P; M_drum ↺ at P
  Free body pinion: crank bearing_x → at O; crank bearing_y ↑ at O; W_teeth at 70° below −x at P; F ↓ at H

Balanced under these loads only. It is free to move: pinion turns clockwise about O, wheel turns counter-clockwise about Q.
6 equations, 6 unknowns.

Units
  drum: 45 N·m = 45000 N·mm

1. Moments about Q · wheel
   drum bearing_x and drum bearing_y pass through Q: W_teeth is the only unknown.
   x_QP = 160 − 40 = 120 mm
   ↺ ΣM_Q = 0:  M_drum − W_teeth sin α_W_teeth·x_QP = 0
                45000 − W_teeth sin 70° (120) = 0 N·mm
   W_teeth = 399 N   (at 70° below −x on pinion, as assumed)

2. Moments about O · pinion
   crank bearing_x and crank bearing_y pass through O: F is the only unknown.
   ↺ ΣM_O = 0:  − W_teeth sin α_W_teeth·x_OP + F·x_OH = 0
                − 399.07 sin 70° (40) + F (280) = 0 N·mm
   F = 53.6 N   (↓, as assumed)

3. Forces along x · pinion
   crank bearing_y acts across this direction: crank bearing_x is the only unknown.
   → ΣF_x = 0:  − W_teeth cos α_W_teeth + crank bearing_x = 0
                − 399.07 cos 70° + crank bearing_x = 0 N
   crank bearing_x = 136 N   (→, as assumed)

4. Forces along y · pinion
   crank bearing_y is the only unknown.
   ↑ ΣF_y = 0:  − W_teeth sin α_W_teeth − F + crank bearing_y = 0
                − 399.07 sin 70° − 53.571 + crank bearing_y = 0 N
   crank bearing_y = 429 N   (↑, as assumed)

Checks
  Moments about Q · the whole
    x_QH = 280 + 160 = 440 mm
   ↺ ΣM_Q:  M_drum − crank bearing_y·x_QO + F·x_QH = 0
            45000 − 428.57 (160) + 53.571 (440) = 0 N·mm   (closes)
  Moments about H · pinion
    x_HP = 40 + 280 = 320 mm
   ↺ ΣM_H:  crank bearing_y·x_HO − W_teeth sin α_W_teeth·x_HP = 0
            428.57 (280) − 399.07 sin 70° (320) = 0 N·mm   (closes)

Asked
  sought F: 53.6 N
  reaction of crank bearing at O on pinion: crank bearing_x 136 N →, crank bearing_y 429 N ↑, resultant 450 N at 72.3° above +x
",
    );
}
