//! Redundant structures by hand against stiffness and against closed forms.

mod common;

use helvek_core::redundant::ByHand;
use helvek_core::solution::{Solved, solve};

fn solved(text: &str) -> Solved {
    let built = helvek_core::model::build(&helvek_core::sheet::read(text, helvek_core::sheet::Syntax::Toml));
    assert!(built.problems.is_empty(), "{:#?}", built.problems);
    solve(built.model)
}

fn by_hand(text: &str) -> ByHand {
    solved(text).by_hand().expect("it is redundant").expect("hand methods apply")
}

const PORTAL: &str = r#"
format = "helvek-sheet/1"
supports = [{ at = "A", kind = "pin" }, { at = "D", kind = "pin" }]
loads = [{ kind = "force", on = "frame", at = "E", size = 24, direction = "down" },
         { kind = "force", on = "frame", at = "B", size = 6, direction = "right" }]
[conventions]
decimals = 4
[points]
A = [0, 0]
B = [0, 4]
E = [2, 4]
C = [6, 4]
D = [6, -1]
[bodies]
frame = { runs = [["A", "B"], ["B", "E", "C"], ["C", "D"]], EI = ["1 EI", "2 EI", "1 EI"] }
"#;

#[test]
fn show() {
    let hand = by_hand(PORTAL);
    for end in hand.frame.ends() {
        print!("{} ", hand.frame.end_name(end));
    }
    println!("\nexact {:?}", hand.exact);
    println!("slopes {:?}", hand.slopes.moments);
    println!("distribution {:?}", hand.distribution.moments);
    println!("forces {:?}", hand.forces.as_ref().map(|f| (&f.moments, &f.values)));
    println!("{:?}", hand.compared);
    println!(
        "{:?}",
        hand.distribution.tables.iter().map(|t| (t.rounds.len(), &t.fixed, &t.props)).collect::<Vec<_>>()
    );
}
