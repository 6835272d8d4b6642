//! The example sheets of the demo: Quillmarsh Garden.

use helvek_core::ENGINE;
use helvek_core::sheet::{self, Syntax};
use helvek_store::{Store, StoreError};
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../examples"]
struct Examples;

/// Title and text of every example, in the order of their names.
pub(crate) fn examples() -> impl Iterator<Item = (String, String)> {
    let mut names: Vec<_> = Examples::iter().collect();
    names.sort_unstable();
    names.into_iter().filter_map(|name| {
        let file = Examples::get(&name)?;
        let sheet = sheet::read(&String::from_utf8_lossy(&file.data), Syntax::Toml).sheet;
        match serde_json::to_string(&sheet) {
            Ok(body) => Some((sheet.title, body)),
            Err(error) => {
                tracing::warn!(%name, %error, "an example could not be loaded");
                None
            }
        }
    })
}

/// Puts the examples into a store that never held a sheet.
pub(crate) async fn fill(store: &Store) -> Result<(), StoreError> {
    if !store.is_empty().await? {
        return Ok(());
    }
    // The last one stored stands first on the shelf.
    let examples: Vec<_> = examples().collect();
    for (title, body) in examples.into_iter().rev() {
        store.create(&title, &body, ENGINE.into()).await?;
    }
    Ok(())
}
