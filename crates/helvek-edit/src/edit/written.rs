//! What stands in slots, printed as it can be typed.

use super::figure::Figure;
use super::typed::tidy;
use helvek_numbers::geometry::Point;
use helvek_sheet::sheet::{Axle, Choice, Direction, Plate, Quantities, Quantity, RopeStop};

/// A quantity as it was written.
pub(super) fn quantity(of: &Quantity) -> String {
    match of {
        Quantity::Number(number) => number.to_string(),
        Quantity::Text(text) => text.clone(),
    }
}

/// One that may be missing.
pub(super) fn optional(of: Option<&Quantity>) -> String {
    of.map(quantity).unwrap_or_default()
}

/// Several with semicolons between them.
pub(super) fn several(of: &[Quantity]) -> String {
    of.iter().map(quantity).collect::<Vec<_>>().join("; ")
}

/// One, or several with semicolons between them.
pub(super) fn quantities(of: Option<&Quantities>) -> String {
    match of {
        None => String::new(),
        Some(Quantities::One(one)) => quantity(one),
        Some(Quantities::Each(each)) => several(each),
    }
}

/// The word of one of a few values.
pub(super) fn word<T: Choice + PartialEq>(value: T) -> &'static str {
    T::WORDS.iter().find(|(_, other)| *other == value).map_or("", |(word, _)| word)
}

/// A direction, which [`words::direction`](super::words::direction) reads again.
pub(super) fn direction(of: &Direction) -> String {
    match of {
        Direction::Angle(angle) => angle.to_string(),
        Direction::Text(text) => text.clone(),
        Direction::Vector(parts) => parts.iter().map(f64::to_string).collect::<Vec<_>>().join("; "),
        Direction::Toward { toward } => format!("to {toward}"),
        Direction::AwayFrom { away_from } => format!("away from {away_from}"),
        Direction::Between { between: [from, to] } => format!("{from} to {to}"),
        Direction::Angles { azimuth, elevation } => {
            let elevation = elevation.as_ref().map(|of| format!(" el {}", quantity(of)));
            format!("az {}{}", quantity(azimuth), elevation.unwrap_or_default())
        }
        Direction::Round { round, axis } => format!("round {round} {}", direction(axis)),
        Direction::From { angle, from, turn } => format!("{} from {from} {}", quantity(angle), word(*turn)),
    }
}

/// A direction, or what is usual.
pub(super) fn direction_or(of: Option<&Direction>, usual: &str) -> String {
    of.map_or_else(|| usual.to_owned(), direction)
}

/// A length or an angle that was measured, with six figures.
pub(super) fn measured(value: f64) -> String {
    let six: f64 = format!("{value:.5e}").parse().unwrap_or(value);
    tidy(six).to_string()
}

/// A place, as short as it can be said: how far along from the start of the first member and what goes on straight from it; elsewhere the name of the point.
pub(super) fn place(figure: &Figure, point: &str) -> String {
    let along = || {
        let way = figure.way("place").ok().filter(|_| !figure.spatial)?;
        let (at, stations) = (*figure.at.get(point)?, way.line.stations());
        let between = |pair: [(Point, f64); 2]| {
            let [(a, station), (b, _)] = pair;
            let far = a.distance(at);
            ((far + at.distance(b) - a.distance(b)).abs() <= 1e-6 * a.distance(b)).then_some(station + far)
        };
        let spots: Vec<(Point, f64)> = way.line.points.iter().map(|(_, at)| *at).zip(stations).collect();
        spots.windows(2).find_map(|pair| between([pair[0], pair[1]]))
    };
    // What six figures do not say is another place.
    let short = along().map(|station| (measured(station), station));
    let said = short.filter(|(text, station)| {
        text.parse().is_ok_and(|said: f64| (said - station).abs() <= figure.slack())
    });
    said.map_or_else(|| point.to_owned(), |(text, _)| text)
}

/// The way of a rope: `A, wheel cw, 60 kg`.
pub(super) fn rope(path: &[RopeStop], mass_unit: &str) -> String {
    let stop = |stop: &RopeStop| match stop {
        RopeStop::Over { over, turn } => format!("{over} {}", word(*turn)),
        RopeStop::Mass { mass: mass @ Quantity::Number(_) } => format!("{} {mass_unit}", quantity(mass)),
        RopeStop::Mass { mass } => quantity(mass),
        RopeStop::Pull { pull, direction: way } => format!("{} @ {}", quantity(pull), direction(way)),
        RopeStop::Body { body, at } => format!("{at} {body}"),
        RopeStop::Ground { at } => format!("{at} ground"),
    };
    path.iter().map(stop).collect::<Vec<_>>().join(", ")
}

/// The forces of a train: `6, 9 @ 2.4`.
pub(super) fn axles(of: &[Axle]) -> String {
    let one = |axle: &Axle| match &axle.gap {
        None => quantity(&axle.size),
        Some(gap) => format!("{} @ {}", quantity(&axle.size), quantity(gap)),
    };
    of.iter().map(one).collect::<Vec<_>>().join(", ")
}

/// The plates of a pin: `ground 5, crank 8 edge 20 in larch`.
pub(super) fn plates(of: &[Plate]) -> String {
    let one = |plate: &Plate| {
        let edge = plate.edge.as_ref().map(|edge| format!(" edge {}", quantity(edge))).unwrap_or_default();
        let material = plate.material.as_ref().map(|name| format!(" in {name}")).unwrap_or_default();
        format!("{} {}{edge}{material}", plate.of, quantity(&plate.thickness))
    };
    of.iter().map(one).collect::<Vec<_>>().join(", ")
}

/// A combination: `1.35 permanent - 0.5 wind`.
pub(super) fn sum<'a>(factors: impl Iterator<Item = (&'a String, &'a f64)>) -> String {
    let mut text = String::new();
    for (i, (case, factor)) in factors.enumerate() {
        text += match (i, *factor < 0.0) {
            (0, true) => "-",
            (0, false) => "",
            (_, true) => " - ",
            (_, false) => " + ",
        };
        text += &format!("{} {case}", factor.abs());
    }
    text
}
